import type { LineKind } from '../lines.ts';
import type { Track, TrackPath } from './track-model.ts';

/** A row with one line of a name and one of a caption, px; each further line makes it higher. */
const ROW = 58;
const NAME_LETTERS = 20;
const CAPTION_LETTERS = 26;
/** A row of the upright track: a place where lines meet, or a part between two of them. */
export interface Row {
  readonly key: string;
  readonly kind: 'part' | 'junction';
  readonly id: string;
  readonly name: string;
  readonly caption: string;
  readonly line: LineKind;
  /** SI, behind it in the direction of the flow: where the line stands. */
  readonly value: number;
  /** What is written beside it: of a motor the volts across it. */
  readonly reading: number;
  /** A line begins here that does not go on from the row above. */
  readonly begins: boolean;
  readonly severity: Track['paths'][number]['items'][number]['severity'];
}

/** Parts and places in the order of the flow, line by line; a place is told where a line begins and where the last one ends. */
export function rowsOf(track: Track): Row[] {
  const place = (id: string, key: string, kind: LineKind, home = false): Row[] => {
    const j = track.junctions.find((x) => x.id === id);
    const value = home ? (j?.homeValue ?? j?.value ?? 0) : (j?.value ?? 0);
    return j
      ? [
          {
            key,
            kind: 'junction',
            id,
            name: j.name,
            caption: '',
            line: kind,
            value,
            reading: home ? value : value - (j.homeValue ?? 0),
            begins: key.endsWith('/from'),
            severity: j.severity,
          },
        ]
      : [];
  };
  const rows: Row[] = [];
  for (const path of inFlowOrder(track)) {
    if (path.items.length === 0) continue;
    // Toward the flow: what comes home is stored from its beginning as well.
    if (rows.at(-1)?.id !== path.from)
      rows.push(...place(path.from, `${path.id}/from`, path.items[0]?.line ?? path.line));
    for (const item of path.items)
      rows.push({
        key: `${path.id}/${item.id}`,
        kind: 'part',
        id: item.id,
        name: item.name,
        caption: item.caption,
        line: item.line,
        value: item.after,
        reading: item.after,
        begins: false,
        severity: item.severity,
      });
    rows.push(...place(path.to, `${path.id}/to`, path.items.at(-1)?.line ?? path.line, path.way === 'home'));
  }
  return rows;
}

/**
 * The lines in the order the fuel meets them: out from the start, a line behind a place only when all that lead there have been
 * told; then the ways home.
 */
function inFlowOrder({ start, paths }: Track): TrackPath[] {
  const told = new Set<TrackPath>();
  const follow = (way: TrackPath['way'], from: string): void => {
    for (const path of paths) {
      if (path.way !== way || path.from !== from || told.has(path)) continue;
      told.add(path);
      if (paths.every((p) => p.way !== way || p.to !== path.to || told.has(p))) follow(way, path.to);
    }
  };
  for (const way of ['out', 'home'] as const) {
    const mine = paths.filter((p) => p.way === way);
    const sources = mine.map((p) => p.from).filter((id) => !mine.some((p) => p.to === id));
    for (const id of [start, ...sources]) follow(way, id);
  }
  // What only a ring leads to.
  return [...told, ...paths.filter((p) => !told.has(p))];
}

/** Height of a row, px. */
export function heightOf({ name, caption }: Row): number {
  const lines = (text: string, letters: number): number => Math.ceil(text.length / letters);
  return (
    ROW +
    22 * (Math.max(1, lines(name, NAME_LETTERS)) - 1) +
    18 * (Math.max(1, lines(caption, CAPTION_LETTERS)) - 1)
  );
}

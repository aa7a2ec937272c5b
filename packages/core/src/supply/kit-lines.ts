import type { Piece } from './cutting.ts';

const TINY = 1e-9;

/** Which line of a kit each hose gets. */
export interface KitMatch {
  readonly piece: Piece;
  /** Place in the kit, from 0; null: none of it is long enough. */
  readonly line: number | null;
}

/**
 * Which line of a kit goes where: as many places served as can be, and of such ways the one that leaves the least over.
 * @param pieces length each place needs, m
 * @param kit lengths of the kit’s lines, m
 * @returns a match a place, in the order of the places
 * Validity: a line may be longer than its place needs, never shorter.
 * @throws nothing
 * @source an assignment on two sorted lists: dynamic programming
 * @example kitLines([{ id: 'a', name: 'A', length: 0.5 }], [0.3, 0.6, 0.9])[0].line // => 1
 */
export function kitLines(pieces: readonly Piece[], kit: readonly number[]): KitMatch[] {
  const places = pieces.map((p, i) => ({ p, i })).sort((a, b) => a.p.length - b.p.length);
  const lines = kit.map((length, i) => ({ length, i })).sort((a, b) => a.length - b.length);
  interface Best {
    readonly served: number;
    readonly over: number;
    readonly lines: readonly (number | null)[];
  }
  const better = (a: Best, b: Best): Best =>
    b.served > a.served || (b.served === a.served && b.over < a.over - TINY) ? b : a;
  // best[j]: of the places so far with the first j lines of the kit.
  let best: Best[] = lines.map(() => ({ served: 0, over: 0, lines: [] }));
  best.push({ served: 0, over: 0, lines: [] });
  for (const { p } of places) {
    const next: Best[] = [];
    for (let j = 0; j <= lines.length; j++) {
      const without: Best = { ...best[j]!, lines: [...best[j]!.lines, null] };
      let here = j > 0 ? better(without, next[j - 1]!) : without;
      const line = lines[j - 1];
      if (line && line.length >= p.length - TINY) {
        const before = best[j - 1]!;
        here = better(here, {
          served: before.served + 1,
          over: before.over + line.length - p.length,
          lines: [...before.lines, line.i],
        });
      }
      next.push(here);
    }
    best = next;
  }
  const found = best.at(-1)!.lines;
  const byPlace = new Map(places.map(({ i }, n) => [i, found[n] ?? null]));
  return pieces.map((piece, i) => ({ piece, line: byPlace.get(i) ?? null }));
}

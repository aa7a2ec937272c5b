import { highPressurePumps, type JobDocument, type Path, stagingThreshold } from '@venula/core/document';
import type { StateResult, StationResult } from '@venula/core/engine';
import type { Finding } from '@venula/core/outcome';
import { plumbingKind } from '@venula/core/kinds';
import { formatQuantity, type UnitSystem } from '@venula/core/quantities';
import type { LineKind } from '../../ui/lines.ts';
import type { Track, TrackItem, TrackPath } from '../../ui/track/track-model.ts';

/** Turns a solved state into the track on the screen, whatever its style. */
export function plumbTrack(
  doc: JobDocument,
  result: StateResult | null,
  findings: readonly Finding[],
  units: UnitSystem,
): Track {
  const { junctions, elements, paths } = doc.plumbing;
  const values = result?.values;
  const stations = new Map((values?.stations ?? []).map((s) => [s.elementId, s]));
  const start = firstTank(doc);
  const required = values?.least;
  return {
    dimension: 'pressure',
    decimals: 1,
    start,
    ...(result && !values ? { unsolved: true } : {}),
    junctions: Object.entries(junctions).map(([id, j]) => ({
      id,
      symbol: j.kind,
      name: j.name,
      value: values?.junctions[id] ?? 0,
      ...severityAt(id, findings),
    })),
    paths: [
      ...Object.entries(paths).map(([id, path]): TrackPath => {
        const order = path.order.filter((e) => elements[e]);
        const line = path.role === 'feed' ? 'feed' : 'return';
        return {
          id,
          from: path.from,
          to: path.to,
          way: path.role === 'feed' ? 'out' : 'home',
          line,
          items: order.map((e, i) =>
            trackItem(doc, e, stations.get(e), lineOf(order, i, path, doc), findings, units, values),
          ),
        };
      }),
      ...carriedOver(doc),
    ],
    ...(required !== undefined && result?.state.pumpsOn
      ? {
          limit: {
            value: required,
            label: `${highPressurePumps(doc).length > 0 ? 'least at the high-pressure pump' : 'wanted at the rail'} ${formatQuantity('pressure', required, units).text}`,
          },
        }
      : {}),
  };
}

const severityAt = (id: string, findings: readonly Finding[]) => {
  const worst = findings.find((f) => f.place.id === id);
  return worst ? { severity: worst.severity } : {};
};

/** What jets carry from one tank to another, as bare ways home. */
function carriedOver({ plumbing: { elements, paths, junctions } }: JobDocument): TrackPath[] {
  return Object.entries(paths).flatMap(([, path]) =>
    path.order.flatMap((id): TrackPath[] => {
      const e = elements[id];
      if (e?.kind !== 'jet' || !junctions[e.fromId] || e.fromId === path.to) return [];
      return [{ id: `carried/${id}`, from: e.fromId, to: path.to, way: 'home', line: 'suction', items: [] }];
    }),
  );
}

/** The tank the fuel sets out from: one a way out leaves, before one that only takes something back. */
function firstTank({ plumbing: { junctions, paths } }: JobDocument): string {
  const tanks = Object.keys(junctions).filter((id) => junctions[id]!.kind === 'tank');
  const leaves = (id: string) => Object.values(paths).some((p) => p.role === 'feed' && p.from === id);
  return tanks.find(leaves) ?? tanks[0] ?? '';
}

/** Suction up to a pump, pressure after it; in a way home, pressure up to the regulator. */
function lineOf(order: readonly string[], i: number, path: Path, { plumbing }: JobDocument): LineKind {
  const at = (kind: JobDocument['plumbing']['elements'][string]['kind']) =>
    order.findIndex((id) => plumbing.elements[id]?.kind === kind);
  if (path.role === 'return') return i < at('bypass-regulator') ? 'feed' : 'return';
  const pump = at('pump');
  // A way from a tank without a pump in it is what some pump further on draws through.
  if (pump < 0) return plumbing.junctions[path.from]?.kind === 'tank' ? 'suction' : 'feed';
  return i <= pump ? 'suction' : 'feed';
}

function trackItem(
  doc: JobDocument,
  id: string,
  station: StationResult | undefined,
  line: LineKind,
  findings: readonly Finding[],
  units: UnitSystem,
  values: StateResult['values'] | undefined,
): TrackItem {
  const e = doc.plumbing.elements[id]!;
  const stopped =
    e.kind === 'pump' && values != null && !values.pumps.some((p) => p.id === id && p.speed > 0);
  return {
    id,
    symbol: e.kind,
    name: e.name,
    caption: stopped ? 'off' : captionOf(doc, id, units),
    ...(stopped ? { stopped } : {}),
    line: e.kind === 'pump' ? 'feed' : line,
    weight: e.kind === 'run' ? 1.5 : 1,
    before: station?.pUp ?? 0,
    after: station?.pDown ?? 0,
    ...(station ? { heights: [station.zUp, station.zDown] as const } : {}),
    ...severityAt(id, findings),
  };
}

export function captionOf(doc: JobDocument, id: string, units: UnitSystem): string {
  const e = doc.plumbing.elements[id]!;
  const stagedAbove = stagingThreshold(doc, id)?.term.above;
  return stagedAbove === undefined
    ? plumbingKind(e).caption(e, units)
    : `on above ${formatQuantity('manifold', stagedAbove, units).text}`;
}

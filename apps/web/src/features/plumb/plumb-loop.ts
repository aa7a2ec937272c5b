import {
  type Finding,
  type JobDocument,
  type PlumbingElement,
  type StateResult,
  type StationResult,
} from '@venula/core';
import { formatQuantity, type UnitSystem } from '@venula/core';
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
  const start = Object.entries(junctions).find(([, j]) => j.kind === 'tank')?.[0] ?? '';
  const required = values?.required;
  return {
    dimension: 'pressure',
    decimals: 1,
    start,
    junctions: Object.entries(junctions).map(([id, j]) => ({
      id,
      symbol: j.kind,
      name: j.name,
      value: values?.junctions[id] ?? 0,
    })),
    paths: Object.entries(paths).map(([id, path]): TrackPath => {
      const order = path.order.filter((e) => elements[e]);
      const line = path.role === 'feed' ? 'feed' : 'return';
      return {
        id,
        from: path.from,
        to: path.to,
        way: path.role === 'feed' ? 'out' : 'home',
        line,
        items: order.map((e, i) =>
          trackItem(e, elements[e]!, stations.get(e), lineOf(order, i, path.role, elements), findings, units),
        ),
      };
    }),
    ...(required !== undefined && result?.state.pumpsOn
      ? {
          limit: {
            value: required,
            label: `wanted at the rail ${formatQuantity('pressure', required, units).text}`,
          },
        }
      : {}),
  };
}

/** Suction up to a pump, pressure after it; in a way home, pressure up to the regulator. */
function lineOf(
  order: readonly string[],
  i: number,
  role: 'feed' | 'return',
  elements: Record<string, PlumbingElement>,
): LineKind {
  const at = (kind: PlumbingElement['kind']) => order.findIndex((id) => elements[id]?.kind === kind);
  if (role === 'return') return i < at('bypass-regulator') ? 'feed' : 'return';
  const pump = at('pump');
  return pump >= 0 && i <= pump ? 'suction' : 'feed';
}

function trackItem(
  id: string,
  e: PlumbingElement,
  station: StationResult | undefined,
  line: LineKind,
  findings: readonly Finding[],
  units: UnitSystem,
): TrackItem {
  const worst = findings.find((f) => f.place.id === id);
  return {
    id,
    symbol: e.kind,
    name: e.name,
    caption: captionOf(e, units),
    line: e.kind === 'pump' ? 'feed' : line,
    weight: e.kind === 'run' ? 1.5 : 1,
    before: station?.pUp ?? 0,
    after: station?.pDown ?? 0,
    ...(worst ? { severity: worst.severity } : {}),
  };
}

export function captionOf(e: PlumbingElement, units: UnitSystem): string {
  switch (e.kind) {
    case 'run': {
      const size = e.boreM === undefined ? `-${e.dash}` : formatQuantity('bore', e.boreM, 'metric').text;
      return `${size}, ${formatQuantity('length', e.lengthM, units).text}`;
    }
    case 'filter':
      return `${e.micron} µm`;
    case 'blocking-regulator':
    case 'bypass-regulator':
      return `Cv ${e.cv}, 1:${e.ratio}`;
    case 'pump':
      return e.onAboveBoostPa === undefined
        ? (e.catalogueId ?? 'own curve')
        : `on above ${formatQuantity('pressure', e.onAboveBoostPa, units).text}`;
    case 'component':
      return `K ${e.k}`;
    case 'check-valve':
      return formatQuantity('bore', e.boreM, 'metric').text;
    case 'strainer':
      return e.clogged > 0 ? `${(e.clogged * 100).toFixed(0)}% clogged` : 'clean';
  }
}

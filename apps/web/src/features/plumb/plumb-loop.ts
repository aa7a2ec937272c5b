import {
  type Finding,
  type JobDocument,
  type PlumbingElement,
  type StateResult,
  type StationResult,
} from '@venula/core';
import { formatQuantity, type UnitSystem } from '@venula/core';
import type { LineKind } from '../../ui/lines.ts';
import type { TrackItem, TrackLoop } from '../../ui/track/track-model.ts';

/** Turns a solved state into the loop on the screen. */
export function plumbLoop(
  doc: JobDocument,
  result: StateResult | null,
  findings: readonly Finding[],
  units: UnitSystem,
): TrackLoop {
  const { junctions, elements, paths } = doc.plumbing;
  const tank = Object.values(junctions).find((j) => j.kind === 'tank');
  const rail = Object.entries(junctions).find(([, j]) => j.kind === 'rail');
  const stations = new Map((result?.values?.stations ?? []).map((s) => [s.elementId, s]));
  const row = (role: 'feed' | 'return') =>
    Object.values(paths)
      .filter((p) => p.role === role)
      .flatMap((p) => p.order);
  const feed = row('feed').filter((id) => elements[id]);
  const pumpAt = feed.findIndex((id) => elements[id]?.kind === 'pump');
  const item = (id: string, line: LineKind): TrackItem =>
    trackItem(id, elements[id]!, stations.get(id), line, findings, units);
  const railPressure = result?.values?.railGauge ?? 0;
  const back = row('return').filter((id) => elements[id]);
  const required = result?.values?.required;
  return {
    dimension: 'pressure',
    decimals: 1,
    left: { symbol: 'tank', name: tank?.name ?? 'Tank', value: 0, returnValue: 0 },
    right: { id: rail?.[0] ?? 'rail', symbol: 'rail', name: rail?.[1].name ?? 'Rail', value: railPressure },
    top: feed.map((id, i) => item(id, pumpAt >= 0 && i <= pumpAt ? 'suction' : 'feed')),
    bottom: back.map((id) => item(id, beforeRegulator(back, elements, id) ? 'feed' : 'return')),
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

const beforeRegulator = (
  order: readonly string[],
  elements: Record<string, PlumbingElement>,
  id: string,
): boolean => {
  const regulator = order.findIndex((e) => elements[e]?.kind === 'bypass-regulator');
  return order.indexOf(id) < regulator;
};

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
    case 'bypass-regulator':
      return `Cv ${e.cv}, 1:${e.ratio}`;
    case 'pump':
      return e.catalogueId ?? 'own curve';
    case 'check-valve':
      return formatQuantity('bore', e.boreM, 'metric').text;
    case 'strainer':
      return e.clogged > 0 ? `${(e.clogged * 100).toFixed(0)}% clogged` : 'clean';
  }
}

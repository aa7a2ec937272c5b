import type { JobDocument, Segment } from '@venula/core/document';
import { wayOf, type CircuitSolution } from '@venula/core/engine';
import { segmentKind } from '@venula/core/kinds';
import type { Finding } from '@venula/core/outcome';
import type { UnitSystem } from '@venula/core/quantities';
import type { Track, TrackItem } from '../../../ui/track/track-model.ts';

export const segmentCaption = (s: Segment, units: UnitSystem): string => segmentKind(s).caption(s, units);

/** One circuit as a loop: source, feed, load, ground, source, with the volts along it; shared pieces are on it too. */
export function wireTrack(
  doc: JobDocument,
  circuitId: string,
  loadName: string,
  solution: CircuitSolution | undefined,
  findings: readonly Finding[],
  units: UnitSystem,
): Track {
  const drops = new Map(
    [...(solution?.feed ?? []), ...(solution?.ground ?? [])].map((d) => [`${d.circuitId}/${d.id}`, d.drop]),
  );
  const row = (side: 'feed' | 'ground', start: number): TrackItem[] => {
    let at = start;
    return wayOf(doc, circuitId, side).map(({ id, circuitId: home, segment }) => {
      const before = at;
      at -= drops.get(`${home}/${id}`) ?? 0;
      const worst = findings.find((f) => f.place.id === id && (f.place.within ?? home) === home);
      return {
        id: home === circuitId ? id : `${home}/${id}`,
        symbol: segment.kind,
        name: segment.name,
        caption: segmentCaption(segment, units),
        line: side === 'feed' ? ('power' as const) : ('ground' as const),
        weight: segment.kind === 'wire' ? 1.6 : 1,
        before,
        after: at,
        ...(worst ? { severity: worst.severity } : {}),
      };
    });
  };
  const groundDrop = (solution?.ground ?? []).reduce((v, d) => v + d.drop, 0);
  const top = row('feed', solution?.sourceVolts ?? 0);
  return {
    dimension: 'volts',
    decimals: 2,
    start: 'battery',
    junctions: [
      { id: 'battery', symbol: 'battery', name: 'Battery', value: solution?.sourceVolts ?? 0, homeValue: 0 },
      {
        id: 'load',
        symbol: 'motor',
        name: loadName,
        value: top.at(-1)?.after ?? 0,
        homeValue: groundDrop,
      },
    ],
    paths: [
      { id: 'feed', from: 'battery', to: 'load', way: 'out', line: 'power', items: top },
      {
        id: 'ground',
        from: 'load',
        to: 'battery',
        way: 'home',
        line: 'ground',
        items: row('ground', groundDrop),
      },
    ],
  };
}

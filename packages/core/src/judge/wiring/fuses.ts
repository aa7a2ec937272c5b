import { readerFed } from '../../document/reader-fed.ts';
import { isFactoryFed } from '../../document/pump-feed.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { wayOf } from '../../engine/electric/circuits.ts';
import { carriedBy, type Loaded } from '../../engine/electric/electric-load.ts';
import {
  isFuse,
  isWire,
  samePiece,
  weakestWire,
  wiresBehind,
  type PlacedFuse,
} from '../../engine/electric/fused-wires.ts';
import {
  chooseFuse,
  FUSE_CONTINUOUS_SHARE,
  FUSE_DISTANCE_LIMIT,
  fuseSurvives,
  type Inrush,
} from '../../kinds/wiring/fuse/fuse.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { loadedCircuits } from './loads.ts';

interface FuseFigures {
  readonly rating: number;
  readonly amps: number;
  /** The weakest wire behind it. */
  readonly wire: string;
  readonly wireA: number;
  readonly peak: number;
  readonly tau: number;
}
export type FuseFound = Found<'FUSE_OVER_WIRE' | 'FUSE_LOADED' | 'FUSE_INRUSH' | 'FUSE_FAR', FuseFigures>;
export type NoFuse = Found<
  'NO_FUSE',
  {
    readonly amps: number;
    /** The weakest wire it would have to protect; null: it has none yet. */
    readonly wire: string | null;
    readonly wireA: number;
    /** Some fuse fits between load and wire as they are. */
    readonly fits: boolean;
  }
>;

/** One fuse, and what it carries while this circuit's load starts and the others run on. */
export interface FuseLoad {
  readonly loaded: Loaded;
  readonly fuse: PlacedFuse;
  readonly amps: number;
  readonly inrush: Inrush;
  readonly wireA: number;
  readonly wire: string;
}

/** Every fuse once, with the load under which it carries most: several may hang on it. */
export function fuseLoads(doc: JobDocument, loads: readonly Loaded[]): FuseLoad[] {
  const worst: [PlacedFuse, Loaded][] = [];
  for (const loaded of loads)
    for (const fuse of wayOf(doc, loaded.circuitId, 'feed').filter(isFuse)) {
      const known = worst.find(([f]) => samePiece(f, fuse));
      if (!known) worst.push([fuse, loaded]);
      else if (carriedBy(loaded, fuse) > carriedBy(known[1], fuse)) known[1] = loaded;
    }
  return worst.flatMap(([fuse, loaded]) => {
    const weakest = weakestWire(doc, wiresBehind(doc, fuse));
    if (!weakest) return [];
    const amps = carriedBy(loaded, fuse);
    const others = amps - loaded.solution.amps;
    const { inrush } = loaded;
    return [
      {
        loaded,
        fuse,
        amps,
        inrush: { ...inrush, peak: inrush.peak + others, steady: inrush.steady + others },
        wireA: weakest.amps,
        wire: weakest.wire.segment.name,
      },
    ];
  });
}

/** A fuse between its load, its start and the wire it protects, near enough to the source. */
export const fuseRule: FindingRule<FuseFound> = (context) =>
  fuseLoads(context.doc, loadedCircuits(context)).flatMap((on) => {
    const { ratingA } = on.fuse.segment;
    const found = (
      code: FuseFound['code'],
      severity: FuseFound['severity'],
      value: number,
      limit: number,
    ): FuseFound => ({
      code,
      severity,
      stage: 'wire',
      place: { of: 'piece', id: on.fuse.id, name: on.fuse.segment.name, within: on.fuse.circuitId },
      ...(code === 'FUSE_LOADED' || code === 'FUSE_INRUSH' ? { stateId: on.loaded.state.id } : {}),
      dimension: code === 'FUSE_FAR' ? 'length' : 'amps',
      value,
      limit,
      figures: {
        rating: ratingA,
        amps: on.amps,
        wire: on.wire,
        wireA: on.wireA,
        peak: on.inrush.peak,
        tau: on.inrush.tau,
      },
    });
    const hot = on.amps > FUSE_CONTINUOUS_SHARE * ratingA;
    const distance = distanceAhead(context.doc, on.fuse);
    return [
      // A wire in air too hot for it has a finding of its own (WIRE_OVERLOADED).
      ...(on.wireA > 0 && ratingA > on.wireA ? [found('FUSE_OVER_WIRE', 'stop', ratingA, on.wireA)] : []),
      ...(hot
        ? [found('FUSE_LOADED', on.amps > ratingA ? 'stop' : 'fix', on.amps, FUSE_CONTINUOUS_SHARE * ratingA)]
        : fuseSurvives(ratingA, on.inrush)
          ? []
          : [found('FUSE_INRUSH', 'fix', on.inrush.peak, ratingA)]),
      ...(distance !== null && distance > FUSE_DISTANCE_LIMIT + 1e-9
        ? [found('FUSE_FAR', 'fix', distance, FUSE_DISTANCE_LIMIT)]
        : []),
    ];
  });

/** Wire between source and fuse, m: what is drawn ahead of it counts with the fuse's own distance; null: behind another. */
function distanceAhead(doc: JobDocument, fuse: PlacedFuse): number | null {
  const feed = wayOf(doc, fuse.circuitId, 'feed');
  const before = feed.slice(
    0,
    feed.findIndex((p) => samePiece(p, fuse)),
  );
  if (before.some(isFuse)) return null;
  return before.reduce((m, p) => m + (isWire(p) ? p.segment.lengthM : 0), fuse.segment.distanceM);
}

/** A circuit without any fuse. */
export const noFuseRule: FindingRule<NoFuse> = (context) =>
  loadedCircuits(context).flatMap(({ circuitId, circuit, solution, inrush }): NoFuse[] => {
    const { doc } = context;
    const way = wayOf(doc, circuitId, 'feed');
    if (way.some(isFuse) || isFactoryFed(doc, circuit.loadId) || readerFed(doc, circuit.loadId)) return [];
    const weakest = weakestWire(doc, [...way, ...wayOf(doc, circuitId, 'ground')].filter(isWire));
    return [
      {
        code: 'NO_FUSE',
        severity: 'stop',
        stage: 'wire',
        place: { of: 'circuit', id: circuitId, name: circuit.name },
        dimension: 'count',
        value: 0,
        limit: 1,
        figures: {
          amps: solution.amps,
          wire: weakest?.wire.segment.name ?? null,
          wireA: weakest?.amps ?? 0,
          fits: weakest !== undefined && chooseFuse(solution.amps, weakest.amps, inrush) !== undefined,
        },
      },
    ];
  });

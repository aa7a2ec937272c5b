import { segmentPath, withCircuit } from '../../edit/paths.ts';
import { freeId } from '../../edit/path.ts';
import type { JobDocument, SegmentOf } from '../../document/job-document.ts';
import type { Finding, FindingFix, PatchOperation } from '../../outcome/finding.ts';
import {
  chooseFuse,
  FUSE_CONTINUOUS_SHARE,
  FUSE_DISTANCE_LIMIT,
  fuseSurvives,
  type Inrush,
} from '../../kinds/wiring/fuse/fuse.ts';
import { wireSizeName } from '../../kinds/wiring/wire/wire.ts';
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
import { sizeCircuit } from '../../advise/size-circuit.ts';
import { both } from '../context.ts';

export const fuseFindings = (doc: JobDocument, loads: readonly Loaded[]): Finding[] => [
  ...loads.flatMap((l) => (wayOf(doc, l.circuitId, 'feed').some(isFuse) ? [] : noFuse(doc, l))),
  ...eachFuse(doc, loads).flatMap(([fuse, loaded]) => judged(doc, loaded, fuse)),
];

/** Every fuse once, with the load under which it carries most: several may hang on it. */
function eachFuse(doc: JobDocument, loads: readonly Loaded[]): [PlacedFuse, Loaded][] {
  const worst: [PlacedFuse, Loaded][] = [];
  for (const loaded of loads)
    for (const fuse of wayOf(doc, loaded.circuitId, 'feed').filter(isFuse)) {
      const known = worst.find(([f]) => samePiece(f, fuse));
      if (!known) worst.push([fuse, loaded]);
      else if (carriedBy(loaded, fuse) > carriedBy(known[1], fuse)) known[1] = loaded;
    }
  return worst;
}

/** What one fuse carries while this circuit's load starts: the others run on. */
interface FuseLoad {
  readonly fuse: PlacedFuse;
  readonly amps: number;
  readonly inrush: Inrush;
  readonly wireA: number;
  readonly wire: string;
}

function judged(doc: JobDocument, loaded: Loaded, fuse: PlacedFuse): Finding[] {
  const weakest = weakestWire(doc, wiresBehind(doc, fuse));
  if (!weakest) return [];
  const amps = carriedBy(loaded, fuse);
  const others = amps - loaded.solution.amps;
  const { inrush } = loaded;
  const on: FuseLoad = {
    fuse,
    amps,
    inrush: { ...inrush, peak: inrush.peak + others, steady: inrush.steady + others },
    wireA: weakest.amps,
    wire: weakest.wire.segment.name,
  };
  const fixes = fuseFixes(doc, loaded, on);
  return [
    ...overWire(on, fixes),
    ...(loadedTooHigh(loaded, on, fixes) ?? opensAtStart(loaded, on, fixes)),
    ...far(doc, on),
  ];
}

const place = ({ fuse }: FuseLoad) => ({ id: fuse.id, name: fuse.segment.name, within: fuse.circuitId });

function overWire(on: FuseLoad, fixes: FindingFix[]): Finding[] {
  const { ratingA } = on.fuse.segment;
  if (ratingA <= on.wireA) return [];
  return [
    {
      code: 'FUSE_OVER_WIRE',
      severity: 'stop',
      stage: 'wire',
      place: place(on),
      title: `A ${ratingA} A fuse does not protect wire good for ${both('amps', on.wireA)}.`,
      dimension: 'amps',
      value: ratingA,
      limit: on.wireA,
      why: {
        text: `The fuse protects the wire. Rubbed through, “${on.wire}” burns before the fuse opens.`,
        formula: `${ratingA} A > ${both('amps', on.wireA)}, the least of the wires behind it, branches included`,
        source: 'ABYC E-11; heat balance at the air around the wire',
      },
      fixes,
    },
  ];
}

function loadedTooHigh(loaded: Loaded, on: FuseLoad, fixes: FindingFix[]): Finding[] | null {
  const { ratingA } = on.fuse.segment;
  if (on.amps <= FUSE_CONTINUOUS_SHARE * ratingA) return null;
  return [
    {
      code: 'FUSE_LOADED',
      severity: on.amps > ratingA ? 'stop' : 'fix',
      stage: 'wire',
      place: place(on),
      stateId: loaded.state.id,
      title: `${both('amps', on.amps)} is too much for a ${ratingA} A fuse to carry for long.`,
      dimension: 'amps',
      value: on.amps,
      limit: FUSE_CONTINUOUS_SHARE * ratingA,
      why: {
        text: 'Above 80 % of its rating a fuse and its holder run hot and age; it opens on a hot day, in a pull.',
        formula: `0.8 × ${ratingA} A = ${both('amps', FUSE_CONTINUOUS_SHARE * ratingA)}`,
        source: 'ISO 8820-3; 80 % is common practice',
      },
      fixes,
    },
  ];
}

function opensAtStart(loaded: Loaded, on: FuseLoad, fixes: FindingFix[]): Finding[] {
  const { ratingA } = on.fuse.segment;
  if (fuseSurvives(ratingA, on.inrush)) return [];
  return [
    {
      code: 'FUSE_INRUSH',
      severity: 'fix',
      stage: 'wire',
      place: place(on),
      stateId: loaded.state.id,
      title: `A ${ratingA} A fuse may open when the pump starts (${both('amps', on.inrush.peak)}).`,
      dimension: 'amps',
      value: on.inrush.peak,
      limit: ratingA,
      why: {
        text: 'The start lasts longer than the fuse’s shortest opening time at that current.',
        formula: `I₀ = V/(R_loop + R_a) = ${both('amps', on.inrush.peak)}, time constant ${(on.inrush.tau * 1000).toFixed(0)} ms`,
        source: 'ISO 8820-3 time limits (from memory)',
      },
      fixes,
    },
  ];
}

/** Wire between source and fuse: what is drawn ahead of it counts with the fuse's own distance. */
function far(doc: JobDocument, on: FuseLoad): Finding[] {
  const { circuitId, id, segment } = on.fuse;
  const feed = wayOf(doc, circuitId, 'feed');
  const at = feed.findIndex((p) => samePiece(p, on.fuse));
  const before = feed.slice(0, at);
  if (before.some(isFuse)) return [];
  const distance = before.reduce((m, p) => m + (isWire(p) ? p.segment.lengthM : 0), segment.distanceM);
  if (distance <= FUSE_DISTANCE_LIMIT + 1e-9) return [];
  const order = [id, ...doc.wiring.circuits[circuitId]!.feed.filter((x) => x !== id)];
  const patch: PatchOperation[] = [
    { op: 'replace', path: segmentPath(circuitId, id, 'distanceM'), value: 0.1524 },
    ...(before.length > 0
      ? [{ op: 'replace', path: `/wiring/circuits/${circuitId}/feed`, value: order } as const]
      : []),
  ];
  return [
    {
      code: 'FUSE_FAR',
      severity: 'fix',
      stage: 'wire',
      place: place(on),
      title: `The fuse sits ${both('length', distance)} from the source.`,
      dimension: 'length',
      value: distance,
      limit: FUSE_DISTANCE_LIMIT,
      why: {
        text: 'The wire between source and fuse is protected by nothing. More is allowed where it is sheathed.',
        formula: `${both('length', distance)} against 7 in (175 mm)`,
        source: 'ABYC E-11',
      },
      fixes: [{ label: 'Move it to 6 in', patch }],
    },
  ];
}

/** Another fuse where one fits between load and wire; else a larger wire and the fuse that then fits. */
function fuseFixes(doc: JobDocument, loaded: Loaded, on: FuseLoad): FindingFix[] {
  const rating = chooseFuse(on.amps, on.wireA, on.inrush);
  if (rating !== undefined)
    return [
      {
        label: `Fit a ${rating} A fuse`,
        patch: [
          { op: 'replace', path: segmentPath(on.fuse.circuitId, on.fuse.id, 'ratingA'), value: rating },
        ],
      },
    ];
  const sized = sizeCircuit(doc, loaded, { keepLarger: true });
  return sized?.fuse
    ? [
        {
          label: `Make the wires ${wireSizeName(sized.size)} and fit a ${sized.fuse} A fuse`,
          patch: sized.patch,
        },
      ]
    : [];
}

function noFuse(doc: JobDocument, loaded: Loaded): Finding[] {
  const { circuit, circuitId } = loaded;
  const fit = fittedFuse(doc, loaded);
  return [
    {
      code: 'NO_FUSE',
      severity: 'stop',
      stage: 'wire',
      place: { id: circuitId, name: circuit.name },
      title: `${circuit.name} has no fuse.`,
      dimension: 'count',
      value: 0,
      limit: 1,
      why: {
        text: `A rubbed-through wire without a fuse burns the car. ${fit.words}`,
        formula: 'one fuse within 7 in (175 mm) of the source',
        source: 'ABYC E-11',
      },
      fixes: fit.fixes,
    },
  ];
}

/** The fuse that fits between load and wire as it is; where none does, the wire that lets one fit, and that one. */
function fittedFuse(
  doc: JobDocument,
  loaded: Loaded,
): { readonly words: string; readonly fixes: FindingFix[] } {
  const { circuit, circuitId, solution, inrush } = loaded;
  const id = freeId(circuit.segments, 'fuse');
  const fuse: SegmentOf<'fuse'> = { kind: 'fuse', name: 'Fuse at the battery', ratingA: 30, distanceM: 0.15 };
  const feed = [id, ...circuit.feed];
  const withFuse = { ...circuit, feed, segments: { ...circuit.segments, [id]: fuse } };
  const fused = withCircuit(doc, circuitId, withFuse);
  const weakest = weakestWire(fused, wiresBehind(fused, { id, circuitId }));
  if (!weakest) return { words: 'It has no wire to protect yet.', fixes: [] };
  const patch = (ratingA: number): PatchOperation[] => [
    { op: 'add', path: `/wiring/circuits/${circuitId}/segments/${id}`, value: { ...fuse, ratingA } },
    { op: 'replace', path: `/wiring/circuits/${circuitId}/feed`, value: feed },
  ];
  const rating = chooseFuse(solution.amps, weakest.amps, inrush);
  const stands = `“${weakest.wire.segment.name}” behind it stands ${both('amps', weakest.amps)}`;
  if (rating !== undefined)
    return { words: `${stands}.`, fixes: [{ label: `Add a ${rating} A fuse`, patch: patch(rating) }] };
  const sized = sizeCircuit(fused, { ...loaded, circuit: withFuse }, { keepLarger: true });
  const none = `No fuse fits between ${both('amps', solution.amps)} of load and what ${stands}`;
  if (!sized?.fuse) return { words: `${none}: spread the load over two circuits.`, fixes: [] };
  const own = segmentPath(circuitId, id, 'ratingA');
  return {
    words: `${none}: the wire goes up first.`,
    fixes: [
      {
        label: `Make the wires ${wireSizeName(sized.size)} and add a ${sized.fuse} A fuse`,
        patch: [...patch(sized.fuse), ...sized.patch.filter((p) => p.path !== own)],
      },
    ],
  };
}

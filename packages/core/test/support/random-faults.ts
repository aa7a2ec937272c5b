import type { SegmentOf } from '../../src/document/job-document.ts';
import { ALWAYS } from '../../src/document/triggers.ts';
import {
  boostRule,
  type ElementOf,
  type JobDocument,
  PATTERNS,
  type PlumbingElement,
  type PumpTrigger,
  setRule,
} from '../../src/public/document.ts';
import { harnessOf } from '../../src/public/harness.ts';
import {
  HOSE_KIND_IDS,
  HOSE_KINDS,
  PUMPS,
  REGULATORS,
  sizesOf,
  swapPump,
  WIRE_SIZES,
} from '../../src/public/kinds.ts';
import { applied, demoJobs } from './examples.ts';
import { PSI } from './units.ts';
import { fc } from './sweep.ts';

/** A plan as a shop may draw it: a pattern or a demo job with some things done badly. */
type Mistake = (doc: JobDocument, pick: (n: number) => number) => JobDocument;

/** One part of a kind, changed. */
const onPart =
  <K extends PlumbingElement['kind']>(
    kind: K,
    change: (e: ElementOf<K>, pick: (n: number) => number) => PlumbingElement,
  ): Mistake =>
  (doc, pick) => {
    const all = Object.entries(doc.plumbing.elements).filter(([, e]) => e.kind === kind);
    const [id, e] = all[pick(all.length)] ?? [];
    if (id === undefined || !e) return doc;
    const elements = { ...doc.plumbing.elements, [id]: change(e as ElementOf<K>, pick) };
    return { ...doc, plumbing: { ...doc.plumbing, elements } };
  };

const onPiece =
  <K extends 'wire' | 'fuse' | 'relay' | 'chassis' | 'connector'>(
    kind: K,
    change: (s: SegmentOf<K>, pick: (n: number) => number) => SegmentOf<K>,
  ): Mistake =>
  (doc, pick) => {
    const all = Object.entries(doc.wiring.circuits).flatMap(([circuitId, c]) =>
      Object.entries(c.segments).flatMap(([id, s]) => (s.kind === kind ? [{ circuitId, id, s }] : [])),
    );
    const one = all[pick(all.length)];
    if (!one) return doc;
    return applied(doc, [
      {
        op: 'replace',
        path: `/wiring/circuits/${one.circuitId}/segments/${one.id}`,
        value: change(one.s as SegmentOf<K>, pick),
      },
    ]);
  };

const onRule =
  (change: (rule: PumpTrigger, pick: (n: number) => number) => PumpTrigger): Mistake =>
  (doc, pick) => {
    const pumps = Object.keys(doc.plumbing.elements).filter(
      (id) => doc.plumbing.elements[id]!.kind === 'pump',
    );
    const loadId = pumps[pick(pumps.length)];
    if (loadId === undefined) return doc;
    const own = Object.values(doc.wiring.triggers ?? {}).find((r) => r.loadId === loadId);
    return applied(doc, setRule(doc, change(own ?? { ...ALWAYS, loadId }, pick)));
  };

/** A part taken out of its path. */
const without =
  (kind: PlumbingElement['kind']): Mistake =>
  (doc, pick) => {
    const all = Object.keys(doc.plumbing.elements).filter((id) => doc.plumbing.elements[id]!.kind === kind);
    const id = all[pick(all.length)];
    if (id === undefined) return doc;
    const { [id]: _gone, ...elements } = doc.plumbing.elements;
    const paths = Object.fromEntries(
      Object.entries(doc.plumbing.paths).map(([k, p]) => [
        k,
        { ...p, order: p.order.filter((x) => x !== id) },
      ]),
    );
    return { ...doc, plumbing: { ...doc.plumbing, elements, paths } };
  };

const inBrief =
  (change: (brief: JobDocument['brief'], pick: (n: number) => number) => JobDocument['brief']): Mistake =>
  (doc, pick) => ({ ...doc, brief: change(doc.brief, pick) });

const factor = (pick: (n: number) => number, low: number, high: number): number =>
  low * (high / low) ** (pick(101) / 100);

const MISTAKES: readonly Mistake[] = [
  onPart('run', (e, pick) => {
    const sizes = sizesOf(HOSE_KINDS[e.hose]);
    return { ...e, dash: sizes[pick(sizes.length)]! };
  }),
  onPart('run', (e, pick) => ({ ...e, hose: HOSE_KIND_IDS[pick(HOSE_KIND_IDS.length)]! })),
  onPart('run', (e, pick) => ({ ...e, lengthM: factor(pick, 0.2, 12) })),
  onPart('run', (e, pick) => ({ ...e, boreM: factor(pick, 0.004, 0.014) })),
  onPart('run', (e, pick) => ({
    ...e,
    zone: (['in-tank', 'under-body', 'engine-bay', 'cabin'] as const)[pick(4)]!,
  })),
  onPart('pump', (e, pick) => {
    const ids = Object.keys(PUMPS) as (keyof typeof PUMPS)[];
    return swapPump(e, ids[pick(ids.length)]!);
  }),
  onPart('pump', (e) => ({ ...e, outletCheck: false })),
  onPart('filter', (e, pick) => ({ ...e, clogged: 0.6 + 0.3 * (pick(101) / 100), media: 'paper' })),
  onPart('strainer', (e, pick) => ({ ...e, clogged: 0.5 + 0.45 * (pick(101) / 100) })),
  onPart('bypass-regulator', (e, pick) => {
    const seat = Object.values(REGULATORS)[pick(3)]!;
    return { ...e, cv: seat.cv, droop: seat.droop };
  }),
  onPart('bypass-regulator', (e) => ({ ...e, referenced: !e.referenced })),
  onPart('bypass-regulator', (e, pick) => ({ ...e, setPa: factor(pick, 150e3, 600e3) })),
  without('check-valve'),
  without('filter'),
  onPiece('wire', (s, pick) => ({ ...s, size: WIRE_SIZES[pick(WIRE_SIZES.length)]! })),
  onPiece('wire', (s, pick) => ({ ...s, lengthM: factor(pick, 0.2, 12) })),
  onPiece('wire', (s) => ({ ...s, conductor: 'copper-clad' })),
  onPiece('wire', (s, pick) => ({ ...s, bundled: 1 + pick(12) })),
  onPiece('fuse', (s, pick) => ({ ...s, ratingA: [5, 10, 15, 20, 30, 40, 60][pick(7)]! })),
  onPiece('fuse', (s, pick) => ({ ...s, distanceM: factor(pick, 0.1, 2) })),
  onPiece('relay', (s, pick) => ({ ...s, ratingA: [10, 30, 40, 70][pick(4)]!, suppression: 'none' })),
  onPiece('relay', (s, pick) => ({ ...s, contactOhms: factor(pick, 0.002, 0.2) })),
  onPiece('chassis', (s, pick) => ({ ...s, ohms: factor(pick, 0.002, 0.3) })),
  onPiece('connector', (s, pick) => ({ ...s, ohms: factor(pick, 0.001, 0.1) })),
  onRule((rule, pick) => ({ ...rule, ...boostRule(rule.loadId, (1 + pick(25)) * PSI) })),
  onRule((rule, pick) => ({
    ...rule,
    any: [{ all: [{ kind: 'rpm', above: 2000 + 100 * pick(60), below: 1800, not: false }] }],
  })),
  onRule((rule, pick) => ({
    ...rule,
    needsIgnition: pick(3) > 0,
    needsInertia: pick(2) > 0,
    primeS: pick(3),
  })),
  onRule((rule) => ({ ...rule, any: [{ all: [{ kind: 'engine-turning', not: false }] }] })),
  inBrief((b, pick) => ({ ...b, fuel: { ...b.fuel, ethanol: pick(101) / 100 } })),
  inBrief((b, pick) => {
    const by = factor(pick, 0.4, 2.5);
    return { ...b, pull: b.pull.map((p) => ({ ...p, powerW: p.powerW * by })) };
  }),
  inBrief((b, pick) => {
    const by = factor(pick, 0.2, 2);
    return { ...b, pull: b.pull.map((p) => ({ ...p, boostPa: p.boostPa * by })) };
  }),
  inBrief((b, pick) => ({ ...b, basePressurePa: factor(pick, 200e3, 550e3) })),
  inBrief((b, pick) => ({
    ...b,
    injectors: { ...b.injectors, staticFlowM3s: b.injectors.staticFlowM3s * factor(pick, 0.4, 2) },
  })),
  inBrief((b, pick) => ({ ...b, fuelK: 290 + pick(35) })),
  inBrief((b) => ({ ...b, electrical: { ...b.electrical, batteryV: 11.6, chargingV: 12.8 } })),
  inBrief((b, pick) => ({ ...b, electrical: { ...b.electrical, engineBayK: 340 + pick(50) } })),
  // The wiring as a drawing of its own.
  (doc) => ({ ...doc, wiring: { ...doc.wiring, harness: doc.wiring.harness ?? harnessOf(doc) } }),
];

const STARTS: readonly (() => JobDocument)[] = [
  ...PATTERNS.map((p) => () => p.job('x')),
  ...demoJobs().map(
    ([, doc]) =>
      () =>
        doc,
  ),
];

/** A pattern or a demo job with one to four mistakes in it. */
export const randomFaultyJob: fc.Arbitrary<JobDocument> = fc
  .record({
    start: fc.nat(STARTS.length - 1),
    mistakes: fc.array(
      fc.record({
        which: fc.nat(MISTAKES.length - 1),
        picks: fc.array(fc.nat(9999), { minLength: 4, maxLength: 4 }),
      }),
      { minLength: 1, maxLength: 4 },
    ),
  })
  .map(({ start, mistakes }) =>
    mistakes.reduce((doc, { which, picks }) => {
      let next = 0;
      const pick = (n: number): number => (n === 0 ? 0 : picks[next++ % picks.length]! % n);
      return MISTAKES[which]!(doc, pick);
    }, STARTS[start]!()),
  );

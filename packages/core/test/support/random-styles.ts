import { type Circuit, type JobDocument, PATTERNS, type PlumbingElement } from '../../src/public/document.ts';
import { HOSE_KIND_IDS, HOSE_KINDS, PUMPS, sizesOf, swapPump, WIRE_SIZES } from '../../src/public/kinds.ts';
import { fc } from './sweep.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });

interface Twist {
  readonly size: number;
  readonly hose: number;
  readonly length: number;
  readonly pump: number;
  readonly clogged: number;
  readonly cv: number;
  readonly droop: number;
  readonly wire: number;
  readonly joint: number;
}

const twist: fc.Arbitrary<Twist> = fc.record({
  size: fc.nat(),
  hose: fc.nat(),
  length: real(0.1, 8),
  pump: fc.nat(),
  clogged: real(0, 0.9),
  cv: real(0.3, 4),
  droop: real(3e6, 4e8),
  wire: fc.nat(),
  joint: real(0, 0.4),
});

const pumps = Object.keys(PUMPS) as (keyof typeof PUMPS)[];

function twisted(e: PlumbingElement, t: Twist): PlumbingElement {
  switch (e.kind) {
    case 'run': {
      const hose = HOSE_KIND_IDS[t.hose % HOSE_KIND_IDS.length]!;
      const sizes = sizesOf(HOSE_KINDS[hose]);
      return { ...e, hose, dash: sizes[t.size % sizes.length]!, lengthM: t.length };
    }
    case 'strainer':
    case 'filter':
      return { ...e, clogged: t.clogged };
    case 'pump':
      return swapPump(e, pumps[t.pump % pumps.length]!);
    case 'bypass-regulator':
    case 'blocking-regulator':
    case 'rising-rate':
      return { ...e, cv: t.cv, droop: t.droop };
    default:
      return e;
  }
}

/** Wire of any gauge and length the format takes, and a ground joint that may be bad. */
function rewired(circuit: Circuit, twists: readonly Twist[]): Circuit {
  const segments = Object.fromEntries(
    Object.entries(circuit.segments).map(([id, s], i) => {
      const t = twists[i % twists.length]!;
      if (s.kind === 'wire')
        return [id, { ...s, size: WIRE_SIZES[t.wire % WIRE_SIZES.length]!, lengthM: t.length }];
      return [id, s.kind === 'chassis' && t.wire % 4 === 0 ? { ...s, ohms: t.joint } : s];
    }),
  );
  return { ...circuit, segments };
}

/** Any style with every part drawn anew, at one point of a pull. */
export const randomStyledJob: fc.Arbitrary<JobDocument> = fc
  .record({
    pattern: fc.nat(PATTERNS.length - 1),
    twists: fc.array(twist, { minLength: 16, maxLength: 16 }),
    ethanol: real(0, 1),
    power: real(0.2, 3),
    base: real(150e3, 600e3),
  })
  .map(({ pattern, twists, ethanol, power, base }) => {
    const job = PATTERNS[pattern]!.job('random');
    const last = job.brief.pull[3]!;
    const elements = Object.fromEntries(
      Object.entries(job.plumbing.elements).map(([id, e], i) => [id, twisted(e, twists[i % twists.length]!)]),
    );
    return {
      ...job,
      brief: {
        ...job.brief,
        fuel: { ...job.brief.fuel, ethanol },
        basePressurePa: base,
        pull: [{ ...last, powerW: last.powerW * power }],
      },
      plumbing: { ...job.plumbing, elements },
      wiring: {
        ...job.wiring,
        circuits: Object.fromEntries(
          Object.entries(job.wiring.circuits).map(([id, c]) => [id, rewired(c, twists)]),
        ),
      },
    };
  });

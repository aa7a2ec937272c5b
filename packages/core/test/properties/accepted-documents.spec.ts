import { describe, expect, test } from '@jest/globals';
import { SparseLu } from '../../src/numerics/sparse-lu.ts';
import { evaluateOne, evaluatePlan } from '../../src/public/advise.ts';
import type { JobDocument } from '../../src/public/document.ts';
import { checkJob } from '../../src/public/formats.ts';
import { imbalance } from '../support/balance.ts';
import { applied } from '../support/examples.ts';
import { everythingOf } from '../support/everything.ts';
import { everyFew, newSeeds } from '../support/sweep.ts';
import {
  fieldsAtTheirEnds,
  largeDocument,
  randomDocument,
  startingJobs,
  withField,
} from '../support/random-documents.ts';

/** A sample of what bench/accepted-sweep.mjs tries in full: every field at its ends, 10,000 random documents. */
const EVERY = 200;
const DOCUMENTS = 30;
/** Eliminations a plan of usual size may cost over everything that is asked of it: some 20 times what one field at its end costs. */
const MOST_ELIMINATIONS = 200_000;

const KINDS = ['factor', 'factorSymmetric'] as const;

/** What throws, and how many eliminations the costliest took. */
function sweep(documents: Iterable<readonly [string, JobDocument]>): {
  tried: number;
  thrown: string[];
  most: number;
} {
  // Counted by hand: a mock would keep every call.
  let eliminations = 0;
  const whole = KINDS.map((kind) => {
    const factor: (this: SparseLu) => number = Reflect.get(SparseLu.prototype, kind);
    SparseLu.prototype[kind] = function (this: SparseLu) {
      eliminations++;
      return factor.call(this);
    };
    return factor;
  });
  const out = { tried: 0, thrown: [] as string[], most: 0 };
  for (const [label, doc] of documents) {
    eliminations = 0;
    out.tried++;
    try {
      everythingOf(doc);
    } catch (error) {
      out.thrown.push(`${label}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`);
    }
    out.most = Math.max(out.most, eliminations);
  }
  KINDS.forEach((kind, i) => (SparseLu.prototype[kind] = whole[i]!));
  return out;
}

/** Each field at its ends and just inside, one at a time; whether the checker takes it or not, nothing may throw. */
const singleFields = () => everyFew(fieldsAtTheirEnds(), EVERY);

describe('every document the format allows gets an answer in bounded work', () => {
  test('with any one field at its ends, over all patterns and demo jobs', () => {
    const { tried, thrown, most } = sweep(singleFields());
    expect(thrown).toEqual([]);
    expect(tried).toBeGreaterThan(40);
    expect(most).toBeLessThan(MOST_ELIMINATIONS);
  });

  test('made up at random from all patterns and demo jobs', () => {
    const { thrown, most } = sweep(
      (function* () {
        for (const seed of newSeeds(DOCUMENTS)) yield [`seed ${seed}`, randomDocument(seed)] as const;
      })(),
    );
    expect(thrown).toEqual([]);
    expect(most).toBeLessThan(MOST_ELIMINATIONS);
  });

  test('as large as the format takes', () => {
    const { thrown, most } = sweep(
      newSeeds(1).map((seed) => [`large ${seed}`, largeDocument(seed, 5)] as const),
    );
    expect(thrown).toEqual([]);
    expect(most).toBeLessThan(5 * MOST_ELIMINATIONS);
  });

  test('with as many pumps side by side as it takes: idle and full power are solved', () => {
    for (let seed = 0; seed < 8; seed++) {
      const doc = largeDocument(seed);
      for (const id of ['idle', 'pull-59']) {
        const state = evaluateOne(doc, id)!;
        expect([seed, id, state.ending.how]).toEqual([seed, id, 'settled']);
        expect(imbalance(state)).toBeLessThan(1e-6);
      }
    }
  });
});

test('a pump curve with a flat piece next to its relief, from which a full step leads far off and back, settles', () => {
  const blocking = startingJobs().find(([id]) => id === 'blocking')![1];
  const pump = blocking.plumbing.elements['pump']!;
  // Two points so near that the curve between them and the last is flat; a seat that hardly lets anything by.
  const curve = {
    volts: 13.5,
    pressures: [0, 200e3, 300e3, 400e3, 500e3, 600e3, 633_479.117648676, 800e3],
    flows: [400, 358, 332, 302, 268, 228, 182, 136].map((lph) => lph / 3.6e6),
    currents: [7.5, 9.6, 10.8, 12, 13.3, 14.7, 16.2, 17.7],
  };
  const figures = { curve, type: 'turbine', armatureOhms: 0.18, frictionAmps: 3.5, reliefPa: 850e3 };
  const flat = withField(
    withField(blocking, ['plumbing', 'elements', 'pump'], { ...pump, ...figures }) as JobDocument,
    ['plumbing', 'elements', 'regulator', 'cv'],
    0.05,
  ) as JobDocument;
  expect(checkJob(flat).ok).toBe(true);
  for (const state of evaluatePlan(flat).states.filter((s) => s.state.pumpsOn)) {
    expect([state.state.id, state.ending.how]).toEqual([state.state.id, 'settled']);
    expect(imbalance(state)).toBeLessThan(1e-6);
  }
});

describe('what no pump law can use is refused at its field, and stops nothing where it is stored', () => {
  const full = (): JobDocument => startingJobs().find(([id]) => id === 'full-return')![1];
  const cases: readonly (readonly [string, string, unknown, RegExp])[] = [
    ['armature 1 Ω', '/armatureOhms', 1, /at most .* Ω with that current/],
    ['a current that falls with pressure', '/curve/currents/6', 1, /near or above/],
    ['a friction current above the no-load current', '/frictionAmps', 40, /at most/],
    ['no current', '/curve/currents/0', 0, /0\.05/],
    ['no flow', '/curve/flows', new Array<number>(8).fill(0), /above 0/],
  ];
  test.each(cases)('%s', (_name, at, value, limit) => {
    const doc = withField(full(), `/plumbing/elements/pump${at}`.split('/').slice(1), value) as JobDocument;
    const checked = checkJob(doc);
    expect(checked.ok).toBe(false);
    if (checked.ok) return;
    const pointer = at.replace(/flows$/, 'flows/0');
    const error = checked.errors.find((e) => e.field === `/plumbing/elements/pump${pointer}`)!;
    expect(`${error.limit} ${error.remedy}`).toMatch(limit);
    expect(() => everythingOf(doc)).not.toThrow();
  });

  test('a stored plan with such a pump says so once, at the pump, and gives no numbers', () => {
    const doc = withField(full(), ['plumbing', 'elements', 'pump', 'armatureOhms'], 1) as JobDocument;
    const plan = evaluatePlan(doc);
    expect(plan.states.every((s) => s.values === null && !s.converged)).toBe(true);
    expect(plan.findings.filter((f) => f.code === 'PUMP_UNUSABLE').map((f) => f.place.id)).toEqual(['pump']);
    expect(plan.findings.filter((f) => f.code === 'NOT_CONVERGED')).toEqual([]);
    const mended = applied(doc, plan.findings[0]!.fixes[0]!.patch);
    expect(checkJob(mended).ok).toBe(true);
    expect(evaluatePlan(mended).states.every((s) => s.converged)).toBe(true);
  });

  test('an available flow of nothing does not keep the search going (a bracket cannot grow from 0)', () => {
    const series = startingJobs().find(([id]) => id === 'rails-series')![1];
    const dry = withField(
      series,
      ['plumbing', 'elements', 'pump', 'curve', 'currents', '0'],
      0,
    ) as JobDocument;
    expect(evaluatePlan(dry).states.length).toBeGreaterThan(5);
    const weak = withField(series, ['plumbing', 'elements', 'pump', 'reliefPa'], 100e3) as JobDocument;
    expect(evaluatePlan(weak).states.length).toBeGreaterThan(5);
  });
});

import { describe, expect, test } from '@jest/globals';
import type { JobDocument } from '../../src/public/document.ts';
import { heldFuel, otherwise } from '../../src/public/engine.ts';
import {
  jobSheet,
  judgeLog,
  liquidProvableAfter,
  type LogSeries,
  MEASURED_IDS,
  measuredSteps,
  proofOf,
  RUN_KINDS,
  waysToForce,
} from '../../src/public/prove.ts';
import { everyFew, newSeeds } from '../support/sweep.ts';
import { fieldsAtTheirEnds, randomDocument, startingJobs } from '../support/random-documents.ts';

/** A sample of the accepted range: every field at its ends, one in so many, and random documents. */
const EVERY = 400;
const DOCUMENTS = 15;

function* sample(): Generator<readonly [string, JobDocument]> {
  yield* startingJobs();
  yield* everyFew(fieldsAtTheirEnds(), EVERY);
  for (const seed of newSeeds(DOCUMENTS)) yield [`random ${seed}`, randomDocument(seed)];
}

const PULL: LogSeries = {
  timeS: Array.from({ length: 40 }, (_, i) => i / 10),
  rpm: Array.from({ length: 40 }, (_, i) => 2500 + i * 110),
  fuelPa: Array.from({ length: 40 }, () => 4e5),
  manifoldPa: Array.from({ length: 40 }, () => 5e4),
};

/** Every number in it, however deep. */
const numbers = (value: unknown): number[] =>
  typeof value === 'number'
    ? [value]
    : typeof value === 'object' && value !== null
      ? Object.values(value).flatMap(numbers)
      : [];

describe('Every accepted plan can be tested', () => {
  test('no step, hold or log of any of them shows a figure that is none, and every band holds its own prediction', () => {
    const wrong: string[] = [];
    for (const [label, doc] of sample()) {
      const say = (what: string, is: boolean): void => {
        if (!is) wrong.push(`${label}: ${what}`);
      };
      for (const id of MEASURED_IDS)
        for (const s of measuredSteps(id, doc)) {
          say(`${s.id} is finite`, numbers(s).every(Number.isFinite));
          if (s.expects) {
            const { low, value, high } = s.expects;
            say(`${s.id} lies in its band`, low <= value && value <= high);
          }
          say(
            `${s.id} in words`,
            !/undefined|NaN|Infinity/.test(`${s.does} ${s.how} ${s.ifLow ?? ''} ${s.ifHigh ?? ''}`),
          );
        }
      const held = heldFuel(doc);
      say('held fuel is finite', numbers(held).every(Number.isFinite) && held.volume >= 0);
      if (held.give > 0)
        say(
          'a hold can end',
          liquidProvableAfter({
            stiffness: { give: held.give, u: 0 },
            swells: held.swells,
            resolution: 690,
            limit: 2e-9,
          }) >= 0,
        );
      for (const kind of RUN_KINDS) say(`mark of ${kind}`, proofOf(doc, kind).length === 8);
      say(
        'ways to force',
        waysToForce(doc).every((w) => w.how.length > 5),
      );
      say('log', numbers(judgeLog(doc, PULL)).every(Number.isFinite));
      say('sheet', new Set(jobSheet(doc).map((s) => s.id)).size === jobSheet(doc).length);
    }
    expect(wrong).toEqual([]);
  });

  test('hidden faults change what is read, never what is asked', () => {
    for (const [label, doc] of startingJobs()) {
      const pumps = Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
        e.kind === 'pump' ? [id] : [],
      );
      const worn = otherwise({ pumpFlow: Object.fromEntries(pumps.map((id) => [id, 0.5])) });
      for (const id of ['winding', 'volts', 'reference'] as const) {
        const asked = (steps: ReturnType<typeof measuredSteps>) => steps.map((s) => [s.id, s.does]);
        const real = measuredSteps(id, doc, worn);
        // A state that no longer settles has no steps at all.
        if (real.length > 0) expect([label, asked(real)]).toEqual([label, asked(measuredSteps(id, doc))]);
      }
    }
  });
});

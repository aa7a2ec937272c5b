import { randomUUID } from 'node:crypto';
import { evaluateStates } from '@venula/core/advise';
import type { JobDocument } from '@venula/core/document';
import { AS_PLANNED, heldFuel, otherwise, type Parameters } from '@venula/core/engine';
import { dryTest } from '@venula/core/harness';
import {
  giveWithGas,
  jobSheet,
  judgeLog,
  MEASURED_IDS,
  measuredSteps,
  proofOf,
  type LogSeries,
  type MeasuredId,
  type RunKind,
  type Step,
} from '@venula/core/prove';
import { PSI } from '@venula/core/quantities';
import { jointList } from '@venula/core/supply';
import {
  dryOutcome,
  holdOutcome,
  liquidHoldOutcome,
  readingsOutcome,
  sheetOutcome,
  walkOutcome,
} from '../records/outcome.ts';
import { wettedBy } from '../records/gas-on-dry.ts';
import type { ReadingKind, TestReading } from '../records/test-reading.entity.ts';
import type { TestRun } from '../records/test-run.entity.ts';

/** A reading of the demo: what, and how long after the run began. */
interface Taken {
  readonly kind: ReadingKind;
  readonly payload: Record<string, unknown>;
  readonly afterS: number;
}

/** A run of the demo, ready for the tables. */
export interface DemoRun {
  readonly run: Pick<TestRun, 'id' | 'kind' | 'setup' | 'author' | 'at'>;
  readonly readings: readonly Pick<
    TestReading,
    'id' | 'kind' | 'payload' | 'corrects' | 'author' | 'takenAt'
  >[];
}

const TECHNICIAN = 'Tess Varga';
const DAY = 86_400e3;

/** What the instruments of the demo show: steps of each. */
const STEPS: Readonly<Partial<Record<string, number>>> = {
  pressure: 0.5 * PSI,
  volts: 0.01,
  amps: 0.1,
  resistance: 0.01,
  flow: 1e-3 / 3600,
};
/** Where in its band a reading lies, −1 to 1: never all on the figure. */
const SCATTER = [0.2, -0.3, 0.1, 0.35, -0.15, 0] as const;

class Writer {
  constructor(
    private readonly doc: JobDocument,
    private readonly now: number,
  ) {}

  private rows(
    kind: RunKind,
    setup: object,
    daysAgo: number,
    taken: readonly Taken[],
    outcome?: Outcome,
  ): DemoRun {
    const began = this.now - daysAgo * DAY;
    const run = {
      id: randomUUID(),
      kind,
      setup: { cautionsRead: true, ...setup },
      author: TECHNICIAN,
      at: new Date(began),
    };
    const readings = taken.map(({ kind: what, payload, afterS }) => ({
      id: randomUUID(),
      kind: what,
      payload,
      corrects: null,
      lines: wettedBy(kind, this.doc),
      author: TECHNICIAN,
      takenAt: new Date(began + afterS * 1000),
    }));
    if (!outcome) return { run, readings };
    const last = taken.at(-1)?.afterS ?? 0;
    return {
      run,
      readings: [
        ...readings,
        {
          id: randomUUID(),
          kind: 'sign-off' as const,
          payload: {
            note: '',
            ...outcome(run as unknown as TestRun, readings as unknown as TestReading[]),
            proves: proofOf(this.doc, kind),
            planVersion: 1,
          },
          corrects: null,
          lines: wettedBy(kind, this.doc),
          author: TECHNICIAN,
          takenAt: new Date(began + (last + 60) * 1000),
        },
      ],
    };
  }

  /** A list of readings; with a fault in the car where parameters say so, and left open where it was not signed. */
  list(
    kind: MeasuredId,
    daysAgo: number,
    how: { readonly car?: Parameters; readonly signed?: boolean } = {},
  ) {
    const { car = AS_PLANNED, signed = true } = how;
    const planned = measuredSteps(kind, this.doc);
    const real = new Map(measuredSteps(kind, this.doc, car).map((s) => [s.id, s]));
    if (planned.length === 0) return [];
    const taken = planned.map((s, i): Taken => ({
      kind: 'measured',
      payload: { stepId: s.id, value: shownAt(real.get(s.id) ?? s, i), note: '' },
      afterS: 60 * (i + 1),
    }));
    return [this.rows(kind, {}, daysAgo, taken, signed ? (_, r) => readingsOutcome(planned, r) : undefined)];
  }

  dry(daysAgo: number): DemoRun {
    const rows = dryTest(this.doc).map((r) => ({ id: r.id, does: '' }));
    const taken = rows.map(({ id }, i): Taken => ({
      kind: 'dry-row',
      payload: { rowId: id, result: 'as-said', note: '' },
      afterS: 20 * (i + 1),
    }));
    return this.rows('dry-test', {}, daysAgo, taken, (_, r) => dryOutcome(rows, r));
  }

  /** One joint leaked, was mended, and looked at again. */
  walk(daysAgo: number): DemoRun {
    const joints = jointList(this.doc);
    const leaky = Math.floor(joints.length / 3);
    const look = (jointId: string, result: string, note: string, afterS: number): Taken => ({
      kind: 'joint',
      payload: { jointId, result, note },
      afterS,
    });
    const taken = joints.flatMap(({ id }, i): Taken[] =>
      i === leaky
        ? [
            look(id, 'leak', 'weeps', 15 * (i + 1)),
            look(id, 'dry', 'new seal, a quarter turn', 15 * joints.length + 300),
          ]
        : [look(id, 'dry', '', 15 * (i + 1))],
    );
    return this.rows('joint-walk', {}, daysAgo, taken, (_, r) => walkOutcome(joints, r));
  }

  /** A section of the new line held with gas long enough to tell. */
  gas(daysAgo: number): DemoRun {
    const setup = {
      pressurePa: 10 * PSI,
      volumeM3: 0.15e-3,
      resolutionPa: 0.1 * PSI,
      limitM3s: 0.1e-6 / 60,
      barometricPa: this.doc.brief.barometricPa,
      gaugeMaxPa: 30 * PSI,
      lines: ['feed'],
    };
    const taken = [0, 5, 10, 15, 20].map((minute): Taken => ({
      kind: 'pressure',
      payload: { pressurePa: 10 * PSI, kelvin: 293.15 },
      afterS: 60 * minute,
    }));
    return this.rows('gas-hold', setup, daysAgo, taken, holdOutcome);
  }

  fuel(daysAgo: number): DemoRun {
    const held = heldFuel(this.doc);
    const base = this.doc.brief.basePressurePa;
    const give = giveWithGas(held.give, 3e-6, base + 101_325);
    const setup = {
      resolutionPa: 0.1 * PSI,
      limitM3s: (5 * 0.025e-6) / 60,
      gaugeMaxPa: 150 * PSI,
      volumeM3: held.volume,
      swellsM3K: held.swells,
    };
    const taken: Taken[] = [
      {
        kind: 'draw-off',
        payload: { drawnM3: 1e-6, beforePa: base, afterPa: base - 1e-6 / give },
        afterS: 60,
      },
      ...[2, 8, 14, 20, 26].map((minute): Taken => ({
        kind: 'pressure',
        payload: { pressurePa: base, kelvin: 293.15, isolation: 'open' },
        afterS: 60 * minute,
      })),
    ];
    return this.rows('liquid-hold', setup, daysAgo, taken, (run, r) => liquidHoldOutcome(run, r, this.doc));
  }

  /** A pull as the plan has it, logged ten times a second. */
  log(daysAgo: number): DemoRun {
    const series = pullAsPlanned(this.doc);
    const taken: Taken[] = [{ kind: 'log', payload: { file: 'road-pull.csv', series }, afterS: 60 }];
    return this.rows('drive-log', {}, daysAgo, taken, () => {
      const { verdict, pulls, misses, usually } = judgeLog(this.doc, series);
      return { verdict, pulls, misses, usually };
    });
  }

  /** The job sheet, done as far as a share of its steps. */
  sheet(daysAgo: number, share: number): DemoRun {
    const steps = jobSheet(this.doc);
    const upTo = Math.round(steps.length * share);
    const off = ['Left rear wheel and liner', 'Fuel filler neck', 'Air box'];
    const taken: Taken[] = [
      ...off.map((what, i): Taken => ({
        kind: 'removed',
        payload: { itemId: randomUUID(), what, off: share < 1 },
        afterS: 300 + 60 * i,
      })),
      ...steps.slice(0, upTo).map((s, i): Taken => ({
        kind: 'step',
        payload: { stepId: s.id, result: 'done', note: '' },
        afterS: 600 + 240 * i,
      })),
    ];
    return this.rows('build', {}, daysAgo, taken, share < 1 ? undefined : (_, r) => sheetOutcome(steps, r));
  }
}

type Outcome = (run: TestRun, readings: readonly TestReading[]) => Record<string, unknown>;

/** What is read of a step: within its band, in steps of the instrument. */
function shownAt({ expects, unjudged }: Step, i: number): number {
  const there = expects ?? { ...unjudged!, low: unjudged!.value * 0.97, high: unjudged!.value * 1.03 };
  const room = Math.min(there.high - there.value, there.value - there.low) || (there.high - there.low) / 4;
  const read = there.value + SCATTER[i % SCATTER.length]! * room;
  const step = STEPS[there.dimension] ?? room / 10;
  const shown = Math.round(read / step) * step;
  return shown >= there.low && shown <= there.high ? shown : there.value;
}

function pullAsPlanned(doc: JobDocument): LogSeries {
  const points = evaluateStates(doc).flatMap((s) =>
    s.state.kind === 'pull' && s.values
      ? [{ rpm: s.state.rpm, manifoldPa: s.state.manifold, fuelPa: s.values.railGauge }]
      : [],
  );
  const [first, last] = [points[0]!, points.at(-1)!];
  const lasts = 9;
  const at = (rpm: number, of: 'manifoldPa' | 'fuelPa'): number => {
    const k = Math.max(
      1,
      points.findIndex((p) => p.rpm >= rpm),
    );
    const [a, b] = [points[k - 1]!, points[k] ?? points[k - 1]!];
    const t = b.rpm > a.rpm ? (rpm - a.rpm) / (b.rpm - a.rpm) : 0;
    return a[of] + t * (b[of] - a[of]);
  };
  const timeS = Array.from({ length: lasts * 10 + 1 }, (_, i) => i / 10);
  const rpm = timeS.map((t) => Math.round(first.rpm + (t / lasts) * (last.rpm - first.rpm)));
  return {
    timeS,
    rpm,
    fuelPa: rpm.map((n) => Math.round(at(n, 'fuelPa') / 100) * 100),
    manifoldPa: rpm.map((n) => Math.round(at(n, 'manifoldPa') / 100) * 100),
    volts: rpm.map(() => doc.brief.electrical.chargingV - 0.2),
    lambda: rpm.map(() => 0.84),
  };
}

/** Rust under the lug of the first pump's ground: what the readings of the buggy explain. */
function rustyGround(doc: JobDocument): Parameters {
  for (const [id, circuit] of Object.entries(doc.wiring.circuits)) {
    const joint = circuit.ground.find((s) => circuit.segments[s]?.kind === 'chassis');
    if (joint && doc.plumbing.elements[circuit.loadId]?.kind === 'pump')
      return otherwise({ jointOhms: { [id]: { [joint]: 0.06 } } });
  }
  return AS_PLANNED;
}

/** What was done to each demo car, oldest first; a car that is not here has nothing done yet. */
export const DEMO_RECORDS: Readonly<Partial<Record<string, (doc: JobDocument, now: number) => DemoRun[]>>> = {
  'courier-van': (doc, now) => [new Writer(doc, now).sheet(2, 0.55)],
  'dune-buggy': (doc, now) => {
    const w = new Writer(doc, now);
    const car = rustyGround(doc);
    return [
      w.sheet(9, 1),
      ...w.list('winding', 3),
      w.dry(3),
      w.walk(2),
      ...w.list('volts', 1, { car }),
      ...w.list('flow-catch', 1, { car, signed: false }),
    ];
  },
  'touring-roadster': (doc, now) => {
    const w = new Writer(doc, now);
    const before: readonly MeasuredId[] = ['winding', 'sensors'];
    return [
      w.sheet(30, 1),
      ...before.flatMap((id) => w.list(id, 22)),
      w.dry(22),
      w.gas(21.5),
      w.walk(21),
      ...MEASURED_IDS.filter((id) => !before.includes(id)).flatMap((id) => w.list(id, 20)),
      w.fuel(20),
      w.log(19),
    ];
  },
};
/** Plans of demo cars that were frozen, by name. */
export const DEMO_REVISIONS: Readonly<Partial<Record<string, readonly string[]>>> = {
  'courier-van': ['plan A'],
  'dune-buggy': ['plan A', 'as built'],
  'touring-roadster': ['plan A', 'as built', 'as tested'],
};

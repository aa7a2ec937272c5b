import type { JobDocument } from '@venula/core/document';
import {
  buildOutcome,
  gasDecay,
  leakWayName,
  liquidOutcome,
  measuredOutcome,
  surveyOpen,
  type DecayResult,
  type FoundItem,
  type HoldPoint,
  type Isolation,
  type LogSeries,
  type MeasuredReading,
} from '@venula/core/prove';
import { absolute, gauge } from '@venula/core/quantities';
import type { Joint } from '@venula/core/supply';
import type { PlannedStep } from '../judging/judge-worker.ts';
import type { TestReading } from './test-reading.entity.ts';
import type { TestRun } from './test-run.entity.ts';

/** Rows that no later row corrects. */
export const standing = (readings: readonly TestReading[]): TestReading[] => {
  const corrected = new Set(readings.map((r) => r.corrects));
  return readings.filter((r) => !corrected.has(r.id));
};

/** What a hold comes to, from the rows as they stand. */
export function holdOutcome(run: TestRun, readings: readonly TestReading[]): Record<string, unknown> {
  const result = decayOf(run, standing(readings));
  return {
    verdict: result.verdict.kind,
    leakM3s: result.leak,
    uncertaintyM3s: Number.isFinite(result.uncertainty) ? result.uncertainty : null,
  };
}

function decayOf(run: TestRun, readings: readonly TestReading[]): DecayResult {
  const setup = run.setup as {
    volumeM3: number;
    resolutionPa: number;
    limitM3s: number;
    barometricPa: number;
  };
  const points = readings
    .filter((r) => r.kind === 'pressure')
    .map((r) => ({ at: r.takenAt.getTime(), ...(r.payload as { pressurePa: number; kelvin: number }) }));
  const start = points[0]?.at ?? 0;
  return gasDecay(
    {
      volume: setup.volumeM3,
      resolution: setup.resolutionPa,
      limit: setup.limitM3s,
      barometric: absolute(setup.barometricPa),
    },
    points.map((p) => ({ atS: (p.at - start) / 1000, pressure: gauge(p.pressurePa), kelvin: p.kelvin })),
  );
}

/** What a hold with fuel comes to, and by name which way it leaks. */
export function liquidHoldOutcome(
  run: TestRun,
  readings: readonly TestReading[],
  document: JobDocument,
): Record<string, unknown> {
  const { swellsM3K, resolutionPa, limitM3s } = run.setup as Record<
    'swellsM3K' | 'resolutionPa' | 'limitM3s',
    number
  >;
  const rows = standing(readings);
  const start = rows[0]?.takenAt.getTime() ?? 0;
  const found = liquidOutcome(
    { swells: swellsM3K, resolution: resolutionPa, limit: limitM3s },
    rows.flatMap(({ kind, payload }) => {
      if (kind !== 'draw-off') return [];
      const { drawnM3, beforePa, afterPa } = payload as Record<'drawnM3' | 'beforePa' | 'afterPa', number>;
      return [{ drawn: drawnM3, before: gauge(beforePa), after: gauge(afterPa) }];
    }),
    rows.flatMap(({ kind, payload, takenAt }) => {
      if (kind !== 'pressure') return [];
      const p = payload as { pressurePa: number; kelvin: number; isolation?: Isolation };
      return [
        {
          isolation: p.isolation ?? 'open',
          atS: (takenAt.getTime() - start) / 1000,
          pressure: gauge(p.pressurePa),
          kelvin: p.kelvin,
        },
      ];
    }),
  );
  return {
    verdict: found.verdict,
    holds: found.holds.map((h) => ({
      isolation: h.isolation,
      dropsPerMinute: h.dropsPerMinute,
      verdict: h.verdict.kind,
    })),
    leaking: found.ways.flatMap((w) => (w.verdict === 'leaks' ? [leakWayName(document, w.way)] : [])),
  };
}

/** The log of a run: the newest that stands. */
export const logOf = (readings: readonly TestReading[]): LogSeries | null =>
  (standing(readings).findLast((r) => r.kind === 'log')?.payload as { series: LogSeries } | undefined)
    ?.series ?? null;

/** Newest word on each thing a reading names. */
function lastResults(readings: readonly TestReading[], kind: string, key: string): Map<string, unknown> {
  const last = new Map<string, unknown>();
  for (const r of standing(readings))
    if (r.kind === kind) last.set(String(r.payload[key]), r.payload['result']);
  return last;
}

/** Passed only when every row of the plan as it stands was tried last and did what was said. */
export function dryOutcome(
  rows: readonly PlannedStep[],
  readings: readonly TestReading[],
): Record<string, unknown> {
  const last = lastResults(readings, 'dry-row', 'rowId');
  // By name: what was set, and what should have run.
  const differing = rows.flatMap(({ id, does }) => (last.get(id) === 'differs' ? [does] : []));
  const differs = differing.length;
  const open = rows.filter(({ id }) => last.get(id) !== 'differs' && last.get(id) !== 'as-said').length;
  return {
    verdict: verdictOf(differs, open),
    rows: rows.length,
    differs,
    differing,
    open,
  };
}

/** Passed only when every joint of the plan as it stands was looked at last and found dry. */
export function walkOutcome(
  joints: readonly Joint[],
  readings: readonly TestReading[],
): Record<string, unknown> {
  const last = lastResults(readings, 'joint', 'jointId');
  const leaks = joints.filter((j) => last.get(j.id) === 'leak').length;
  const open = joints.filter((j) => last.get(j.id) !== 'leak' && last.get(j.id) !== 'dry').length;
  // A leak at a joint the plan no longer has is a leak all the same until somebody found it dry.
  const gone = [...last].filter(
    ([id, result]) => result === 'leak' && !joints.some((j) => j.id === id),
  ).length;
  return {
    verdict: verdictOf(leaks + gone, open),
    joints: joints.length,
    leaks: leaks + gone,
    // By name: “fail” alone tells nobody where to look in ten years.
    leaking: joints.flatMap((j) => (last.get(j.id) === 'leak' ? [`${j.where}, ${j.what}`] : [])),
    // What leaked and was found dry after it, with what was done: in the next years it is looked at first.
    mended: mendedOf(joints, readings),
    open,
  };
}

function mendedOf(joints: readonly Joint[], readings: readonly TestReading[]): string[] {
  const rows = standing(readings).filter((r) => r.kind === 'joint');
  return joints.flatMap(({ id, where, what }) => {
    const own = rows.filter((r) => r.payload['jointId'] === id);
    if (own.at(-1)?.payload['result'] !== 'dry' || !own.some((r) => r.payload['result'] === 'leak'))
      return [];
    const done = own.map((r) => r.payload['note'] as string).findLast((note) => note !== '');
    return [`${where}, ${what}${done ? `: ${done}` : ''}`];
  });
}

/** What a list of readings comes to, with every miss by its name. */
export function readingsOutcome(
  steps: readonly PlannedStep[],
  readings: readonly TestReading[],
): Record<string, unknown> {
  const read = standing(readings)
    .filter((r) => r.kind === 'measured')
    .map((r) => r.payload as unknown as MeasuredReading);
  return { ...measuredOutcome(asSteps(steps), read) };
}

/** What was found on the car: the newest word on each thing. */
export const foundOf = (readings: readonly TestReading[]): FoundItem[] => [
  ...new Map(
    standing(readings)
      .filter((r) => r.kind === 'found')
      .map((r) => [String(r.payload['itemId']), r.payload as unknown as FoundItem]),
  ).values(),
];

/** Whether somebody else has looked since a step was last done. */
function lookedAt(readings: readonly TestReading[], stepId: string): boolean {
  const own = standing(readings).filter((r) => r.payload['stepId'] === stepId);
  return own.findLastIndex((r) => r.kind === 'second-look') > own.findLastIndex((r) => r.kind === 'step');
}

/** How far the job sheet has got, with the hold points where the shop wants a second look. */
export function sheetOutcome(
  steps: readonly PlannedStep[],
  readings: readonly TestReading[],
  secondLooks: readonly HoldPoint[] = [],
): Record<string, unknown> {
  const things = new Map(
    standing(readings)
      .filter((r) => r.kind === 'removed')
      .map((r) => [String(r.payload['itemId']), r.payload as { what: string; off: boolean }]),
  );
  const off = [...things.values()].flatMap((t) => (t.off ? [t.what] : []));
  const results = lastResults(readings, 'step', 'stepId');
  const unclosed = surveyOpen(foundOf(readings));
  const unseen = steps.flatMap((s) =>
    s.hold && secondLooks.includes(s.hold) && results.get(s.id) === 'done' && !lookedAt(readings, s.id)
      ? [s.does]
      : [],
  );
  return { ...buildOutcome(steps, results, off, unclosed, unseen) };
}

const asSteps = (steps: readonly PlannedStep[]) => steps.map((s) => ({ group: '', ...s }));

const verdictOf = (bad: number, open: number): string =>
  bad > 0 ? 'fail' : open > 0 ? 'incomplete' : 'pass';

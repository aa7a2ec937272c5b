import {
  gasDecay,
  type DecayResult,
  type DecaySetup,
  type DrawOff,
  type FoundItem,
  type Isolation,
} from '@venula/core/prove';
import { absolute, gauge, type GaugePressure } from '@venula/core/quantities';
import type { ReadingRow, RunRow } from '../../api/types.ts';
import type { WaitingReading } from '../../api/reading-queue.ts';

/** A reading as the page knows it: stored, or still waiting on the device. */
export interface Reading {
  readonly id: string;
  readonly kind: ReadingRow['kind'];
  readonly payload: Readonly<Record<string, unknown>>;
  readonly corrects: string | null;
  readonly takenAt: string;
  readonly author: string;
  readonly waiting: boolean;
  /** It came in with a file. */
  readonly fromFile?: boolean;
}

export function readingsOf(run: RunRow, waiting: readonly WaitingReading[]): Reading[] {
  const stored: Reading[] = run.readings.map((r) => ({ ...r, waiting: false }));
  const known = new Set(stored.map((r) => r.id));
  const queued = waiting
    .filter((w) => w.runId === run.id && !w.refused && !known.has(w.readingId))
    .map((w): Reading => ({
      id: w.readingId,
      kind: w.kind,
      payload: w.payload,
      corrects: w.corrects,
      takenAt: w.takenAt,
      author: 'this device',
      waiting: true,
      fromFile: false,
    }));
  return [...stored, ...queued].sort((a, b) => a.takenAt.localeCompare(b.takenAt));
}

/** Rows that no later row corrects. */
export const standing = (readings: readonly Reading[]): Reading[] => {
  const corrected = new Set(readings.map((r) => r.corrects));
  return readings.filter((r) => !corrected.has(r.id));
};

export const signedOff = (readings: readonly Reading[]): Reading | undefined =>
  readings.find((r) => r.kind === 'sign-off');

export const setupOf = (run: RunRow): DecaySetup => ({
  volume: Number(run.setup['volumeM3']),
  resolution: Number(run.setup['resolutionPa']),
  limit: Number(run.setup['limitM3s']),
  barometric: absolute(Number(run.setup['barometricPa'])),
});

export interface HoldPoint {
  readonly id: string;
  readonly atS: number;
  readonly pressurePa: number;
  readonly kelvin: number;
  readonly waiting: boolean;
}

export function holdPoints(readings: readonly Reading[]): HoldPoint[] {
  const rows = standing(readings).filter((r) => r.kind === 'pressure');
  const start = rows[0] ? Date.parse(rows[0].takenAt) : 0;
  return rows.map((r) => ({
    id: r.id,
    atS: (Date.parse(r.takenAt) - start) / 1000,
    pressurePa: Number(r.payload['pressurePa']),
    kelvin: Number(r.payload['kelvin']),
    waiting: r.waiting,
  }));
}

/** A reading of a hold with fuel: what was capped then. */
export interface FuelHoldPoint extends HoldPoint {
  readonly isolation: Isolation;
  readonly pressure: GaugePressure;
}
export function fuelHoldPoints(readings: readonly Reading[]): FuelHoldPoint[] {
  const capped = new Map(readings.map((r) => [r.id, (r.payload['isolation'] ?? 'open') as Isolation]));
  return holdPoints(readings).map((p) => ({
    ...p,
    isolation: capped.get(p.id)!,
    pressure: gauge(p.pressurePa),
  }));
}
export const drawOffs = (readings: readonly Reading[]): DrawOff[] =>
  standing(readings)
    .filter((r) => r.kind === 'draw-off')
    .map(({ payload }) => ({
      drawn: Number(payload['drawnM3']),
      before: gauge(Number(payload['beforePa'])),
      after: gauge(Number(payload['afterPa'])),
    }));

/** When the first reading that counts was taken, ms since 1970; of one capping where it is said. */
export function startOf(readings: readonly Reading[], isolation?: Isolation): number | undefined {
  const first = standing(readings).find(
    (r) =>
      r.kind === 'pressure' && (isolation === undefined || (r.payload['isolation'] ?? 'open') === isolation),
  );
  return first && Date.parse(first.takenAt);
}

export const decayOf = (run: RunRow, points: readonly HoldPoint[]): DecayResult =>
  gasDecay(
    setupOf(run),
    points.map((p) => ({ atS: p.atS, pressure: gauge(p.pressurePa), kelvin: p.kelvin })),
  );

export type DryResult = 'as-said' | 'differs' | 'open';
export type JointResult = 'dry' | 'leak' | 'open';

/** Newest word on each thing a kind of reading names. */
const newest = <R>(readings: readonly Reading[], kind: Reading['kind'], key: string): Map<string, R> =>
  new Map(
    readings.filter((r) => r.kind === kind).map((r) => [String(r.payload[key]), r.payload['result'] as R]),
  );

export const dryResults = (readings: readonly Reading[]) => newest<DryResult>(readings, 'dry-row', 'rowId');
/** What is known of a step of the job sheet. */
export interface StepResult {
  readonly result: 'done' | 'skipped' | 'open';
  readonly note: string;
  readonly lengthM?: number;
  /** Who said so. */
  readonly author: string;
}
export const stepResults = (readings: readonly Reading[]): ReadonlyMap<string, StepResult> =>
  new Map(
    readings
      .filter((r) => r.kind === 'step')
      .map((r) => [
        String(r.payload['stepId']),
        { ...(r.payload as unknown as Omit<StepResult, 'author'>), author: r.author },
      ]),
  );
/** Something taken off the car. */
export interface Removed {
  readonly itemId: string;
  readonly what: string;
  readonly off: boolean;
}
export const removedOf = (readings: readonly Reading[]): readonly Removed[] => [
  ...new Map(
    readings
      .filter((r) => r.kind === 'removed')
      .map((r) => [String(r.payload['itemId']), r.payload as unknown as Removed]),
  ).values(),
];
/** What was found on the car: the newest word on each thing. */
export const foundOf = (readings: readonly Reading[]): readonly FoundItem[] => [
  ...new Map(
    readings
      .filter((r) => r.kind === 'found')
      .map((r) => [String(r.payload['itemId']), r.payload as unknown as FoundItem]),
  ).values(),
];
/** Who looked at a step after somebody else had done it, by step. */
export const secondLooks = (readings: readonly Reading[]): ReadonlyMap<string, string> => {
  const looks = new Map<string, string>();
  for (const { kind, payload, author } of readings) {
    const stepId = String(payload['stepId']);
    // Done anew, it wants another look.
    if (kind === 'step') looks.delete(stepId);
    if (kind === 'second-look') looks.set(stepId, author);
  }
  return looks;
};
/** What was done about a joint that leaked: the newest word on each. */
export function jointNotes(readings: readonly Reading[]): ReadonlyMap<string, string> {
  const notes = new Map<string, string>();
  for (const { kind, payload } of readings) {
    const { jointId, note } = payload as { jointId?: string; note?: string };
    if (kind === 'joint' && jointId && note) notes.set(jointId, note);
  }
  return notes;
}
export const jointResults = (readings: readonly Reading[]) =>
  newest<JointResult>(readings, 'joint', 'jointId');

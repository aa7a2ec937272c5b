import type { HeldLine } from '../supply/held-lines.ts';
import type { RunKind } from './proofs.ts';
import { WET_TESTS } from './test-order.ts';

/** A stored reading, as far as it says whether a line has held fuel. */
export interface WetRow {
  readonly run: RunKind;
  readonly kind: string;
  readonly payload: Readonly<Record<string, unknown>>;
  /** ms since 1970. */
  readonly takenAt: number;
  /** Lines the plan had when it was taken; null: stored before this was kept, so every line may be one. */
  readonly lines: readonly string[] | null;
}

/** Since when a line has held fuel, and by which test that is known. */
export interface WetSince {
  readonly run: RunKind;
  /** ms since 1970. */
  readonly at: number;
}

/** Lines by whether gas may go on them. */
export interface GasLines {
  readonly dry: readonly HeldLine[];
  /** `since` null: it was in the car before the job. */
  readonly wet: readonly { readonly line: HeldLine; readonly since: WetSince | null }[];
}

/**
 * Lines a hold with gas may be made of: new ones that have held no fuel, by what is on record. Air over what is left of fuel is
 * explosive.
 * @param lines lines of the plan
 * @param rows readings of all its tests
 * @param before ms since 1970: only what was recorded earlier counts
 * @returns dry lines, and wet ones with the first test that had fuel in them
 * Validity: lines of `heldLines`. A joint that was ticked and unticked again does not count; any other reading of a test with fuel
 * does, corrected or not.
 * @throws nothing
 * @source common practice
 * @example gasLines(heldLines(fullReturnJob('x')), [{ run: 'prime', kind: 'measured', payload: {}, takenAt: 0, lines: ['feed'] }]).dry.length // => 2
 */
export function gasLines(lines: readonly HeldLine[], rows: readonly WetRow[], before = Infinity): GasLines {
  const since = firstWet(
    rows.filter((r) => WET_TESTS.includes(r.run) && r.takenAt < before && !isEmptySignOff(r)),
    lines.map(({ id }) => id),
  );
  const isDry = ({ id, existing }: HeldLine): boolean => !existing && !since.has(id);
  return {
    dry: lines.filter(isDry),
    wet: lines.filter((l) => !isDry(l)).map((line) => ({ line, since: since.get(line.id) ?? null })),
  };
}

/** @param every a row that does not say which lines it wetted may stand for any of these */
function firstWet(wet: readonly WetRow[], every: readonly string[]): ReadonlyMap<string, WetSince> {
  const inOrder = wet.toSorted((a, b) => a.takenAt - b.takenAt);
  const last = new Map(
    inOrder.flatMap((r) => (r.kind === 'joint' ? [[jointOf(r), r.payload['result']]] : [])),
  );
  const since = new Map<string, WetSince>();
  for (const row of inOrder) {
    if (row.kind === 'joint' && last.get(jointOf(row)) === 'open') continue;
    for (const line of row.lines ?? every)
      if (!since.has(line)) since.set(line, { run: row.run, at: row.takenAt });
  }
  return since;
}

/** Of a test nothing was done in; one that came to a verdict had fuel in the lines. */
const isEmptySignOff = ({ kind, payload: { verdict } }: WetRow): boolean =>
  kind === 'sign-off' && verdict !== 'pass' && verdict !== 'fail';

const jointOf = ({ payload }: WetRow): string => String(payload['jointId']);

import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { OFF_V } from '../../engine/least-fed.ts';
import type { PumpResult } from '../../engine/results.ts';
import type { SettledState } from '../context.ts';

/** The engine gets its fuel, up to what a solve leaves open. */
const WHOLE = 0.995;

export const isOn = ({ volts }: PumpResult): boolean => volts > OFF_V;

/** Whether the engine gets less fuel than it wants, or the supply has less than none to spare. */
export const starves = ({ state, values }: SettledState): boolean =>
  state.draw > 0 && (values.delivered < WHOLE || (values.margin !== null && values.margin < 0));

/** A plan with some of its pumps changed. */
export function withPumps(
  doc: JobDocument,
  change: (id: string, pump: ElementOf<'pump'>) => ElementOf<'pump'>,
): JobDocument {
  const elements = Object.fromEntries(
    Object.entries(doc.plumbing.elements).map(([id, e]) => [id, e.kind === 'pump' ? change(id, e) : e]),
  );
  return { ...doc, plumbing: { ...doc.plumbing, elements } };
}

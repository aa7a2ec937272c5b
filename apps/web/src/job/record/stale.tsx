import type { Reading } from './readings.ts';

/** Whether the plan has changed what a signed run proved: its mark is another by now. */
export const isStale = (signed: Reading | undefined, mark: string): boolean =>
  signed?.payload['proves'] !== undefined && signed.payload['proves'] !== mark;

export function StaleNote() {
  return (
    <p className="font-semibold text-fix">
      The plan has changed what this proves: take these readings again.
    </p>
  );
}

import type { CustomHelpers, ErrorReport } from 'joi';

/** A day that is on the calendar, kept as it was said. */
export function day(value: string, helpers: CustomHelpers): string | ErrorReport {
  const at = new Date(`${value}T00:00:00Z`);
  return /^\d{4}-\d{2}-\d{2}$/.test(value) &&
    !Number.isNaN(at.getTime()) &&
    at.toISOString().startsWith(value)
    ? value
    : helpers.message({ custom: `"${String(helpers.state.path?.at(-1))}" must be a day, as in 2026-11-27` });
}

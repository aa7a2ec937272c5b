import type { InputError } from '../outcome/result.ts';

/** One thing wrong with an input: what, where, the limit, the remedy. */
export const problem = (
  code: string,
  field: string,
  message: string,
  limit: string,
  remedy: string,
): InputError => ({ code, field, message, limit, remedy });

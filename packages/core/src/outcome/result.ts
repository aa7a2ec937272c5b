/** Bad user input: typed, never thrown. Says what, where, the limit and the remedy. */
export interface InputError {
  readonly code: string;
  /** Where: a field name or a JSON Pointer into the document. */
  readonly field: string;
  readonly message: string;
  readonly value?: unknown;
  readonly limit?: string;
  readonly remedy: string;
  /** What was probably meant, as it would be typed: offered as a tap. */
  readonly meant?: readonly string[];
}

export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly errors: readonly InputError[] };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const fail = (...errors: InputError[]): Result<never> => ({ ok: false, errors });

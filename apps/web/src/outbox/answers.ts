import { ApiError, OfflineError } from '../api/client.ts';
import type { Refusal } from './store.ts';

/** What an unsuccessful answer means for the item that was sent. */
export type Outcome =
  /** Not now: the same again, with the same id. */
  | {
      readonly kind: 'later';
      readonly why: 'offline' | 'busy' | 'signed-out';
      readonly afterMs: number | null;
    }
  /** Never, for what it holds: this item alone. */
  | { readonly kind: 'refused'; readonly refusal: Refusal; readonly code: string }
  | { readonly kind: 'conflict'; readonly detail: unknown };

export type Later = Extract<Outcome, { kind: 'later' }>;

/** Answers that say nothing of the item's content. */
const LATER = new Set([408, 425, 429]);

export function outcomeOf(error: unknown): Outcome {
  if (!(error instanceof ApiError)) {
    // Nothing came back, or nothing that could be read: it may have been done, and is asked for again.
    return { kind: 'later', why: error instanceof OfflineError ? 'offline' : 'busy', afterMs: null };
  }
  const { status, code, message, remedy, details, retryAfterMs } = error.body;
  if (status === 401) return { kind: 'later', why: 'signed-out', afterMs: null };
  if (status >= 500 || LATER.has(status))
    return { kind: 'later', why: 'busy', afterMs: retryAfterMs ?? null };
  if (code === 'EDIT_CONFLICT') return { kind: 'conflict', detail: details[0] };
  const [first] = details as readonly { readonly path?: string; readonly message?: string }[];
  const said = first?.message && !message.includes(first.message) ? [message, first.message] : [message];
  return {
    kind: 'refused',
    code,
    refusal: { message: [...said, remedy].map(sentence).join(' ').trim(), field: first?.path ?? '', code },
  };
}

/** A sentence of its own; the place it begins with is told in words beside it. */
export function sentence(text: string): string {
  const bare = text.trim().replace(/^\/\S*: /, '');
  if (bare === '') return '';
  return `${bare.charAt(0).toUpperCase()}${bare.slice(1)}${/[.!?]$/.test(bare) ? '' : '.'}`;
}

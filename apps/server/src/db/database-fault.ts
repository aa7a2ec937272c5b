import { QueryFailedError } from 'typeorm';
import { BUSY } from '../common/busy.ts';

export interface Fault {
  readonly status: 400 | 409 | 503;
  readonly code: string;
  readonly message: string;
  readonly remedy: string;
}

const CONFLICTS: Readonly<Record<string, Omit<Fault, 'status'>>> = {
  UQ_revision_name: {
    code: 'NAME_TAKEN',
    message: 'There already is a revision of this name.',
    remedy: 'Choose another name.',
  },
};
const ID_TAKEN = {
  code: 'ID_TAKEN',
  message: 'This id belongs to something else already.',
  remedy: 'Make it again: it gets an id of its own.',
} as const;
const GONE = {
  code: 'GONE',
  message: 'What this belongs to is not there any more.',
  remedy: 'Reload the page.',
} as const;
const CONTENT = {
  code: 'BAD_CONTENT',
  message: 'Some of what was sent cannot be stored.',
  remedy: 'Look for characters that are not text, or figures out of all proportion.',
} as const;
/** Set by the trigger on test readings (see the Mends migration). */
const RUN_CLOSED = {
  code: 'RUN_CLOSED',
  message: 'This test is signed off.',
  remedy: 'Start another run.',
} as const;

/** Codes of the driver and of Node for a connection that is gone or never came. */
const AWAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'ETIMEDOUT', 'EPIPE', 'ENOENT']);

/**
 * What the database's refusal means to whoever sent the request: content that cannot be stored (400), an id or name that
 * is taken (409), or no answer just now (503). Undefined: a fault of the program's own.
 */
export function databaseFault(error: unknown): Fault | undefined {
  const cause = error instanceof QueryFailedError ? (error.driverError as unknown) : error;
  if (!(cause instanceof Error)) return undefined;
  const { code = '', constraint = '' } = cause as { code?: string; constraint?: string };
  if (code === 'VE001') return { status: 409, ...RUN_CLOSED };
  if (code === '23505') return { status: 409, ...(CONFLICTS[constraint] ?? ID_TAKEN) };
  if (code === '23503') return { status: 409, ...GONE };
  // Data exceptions and limits of the content: bad bytes, too long, too deep, out of range.
  if (/^(22|54)/.test(code) || code === '23514' || code === '23502') return { status: 400, ...CONTENT };
  // Connection, resources, shut-down, cancelled by a timeout, waiting for a lock, lost to another transaction.
  if (/^(08|53|57|40|55)/.test(code) || code === '25P03' || AWAY.has(code)) return { status: 503, ...BUSY };
  return gaveUp(cause) ? { status: 503, ...BUSY } : undefined;
}

/** The driver's own errors for a connection it gave up carry no code: they are known by what they say. */
const gaveUp = (error: Error): boolean =>
  [
    'Query read timeout',
    'Connection terminated',
    'timeout exceeded when trying to connect',
    'timeout expired',
    'Client has encountered a connection error',
    'Client was closed',
    'Cannot use a pool after calling end',
  ].some((words) => error.message.includes(words));

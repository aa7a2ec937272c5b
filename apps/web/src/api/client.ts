/** The one shape in which the server tells of trouble. */
export interface ApiErrorBody {
  readonly status: number;
  readonly code: string;
  readonly message: string;
  readonly remedy: string;
  readonly details: readonly unknown[];
  /** How long the server asked to wait, ms. */
  readonly retryAfterMs?: number;
}

export class ApiError extends Error {
  constructor(readonly body: ApiErrorBody) {
    super(body.message);
  }
}

/** No answer at all: the server is away or the network is down. Nothing is known to be lost. */
export class OfflineError extends Error {
  constructor() {
    super('The server does not answer.');
  }
}

/** The server answers within seconds (VENULA_ANSWER_SECONDS) or says that it is busy; a connection that is half dead says nothing. */
const GIVE_UP_MS = 20_000;
const MOST_WAIT_S = 600;

/** A photo over a shop's wireless takes its time. */
const UPLOAD_MS = 120_000;

export const api = <T>(
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  path: string,
  body?: unknown,
  timeoutMs = GIVE_UP_MS,
): Promise<T> =>
  ask<T>(path, {
    method,
    signal: AbortSignal.timeout(timeoutMs),
    ...(body === undefined
      ? {}
      : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
  });

/** Sends a file as it is. */
export const apiUpload = <T>(
  path: string,
  file: Blob,
  method: 'PUT' | 'POST' = 'PUT',
  timeoutMs = UPLOAD_MS,
): Promise<T> =>
  ask<T>(path, {
    method,
    signal: AbortSignal.timeout(timeoutMs),
    body: file,
    headers: { 'Content-Type': file.type },
  });

/** Who works on this page, as it knows; undefined: nobody yet. */
let person: string | undefined;

/**
 * Every request says who it is from: where somebody else has signed in on this device meanwhile, in another tab or by PIN, the server
 * refuses it, and what was done here is not signed by them.
 */
export function workAs(id: string | undefined): void {
  person = id;
}

/** A file, and the name the server gives it. The server may take a while to make it. */
export interface ApiFile {
  readonly name: string;
  readonly content: Blob;
}

export async function apiFile(path: string, signal: AbortSignal): Promise<ApiFile> {
  const res = await send(path, { method: 'GET', signal });
  const name = /filename="([^"]+)"/.exec(res.headers.get('Content-Disposition') ?? '')?.[1] ?? 'file';
  return { name, content: await whole(() => res.blob()) };
}

async function ask<T>(path: string, init: RequestInit): Promise<T> {
  const res = await send(path, init);
  return res.status === 204 ? (undefined as T) : (JSON.parse(await whole(() => res.text())) as T);
}

/** What does not come to its end did not come. */
async function whole<C>(content: () => Promise<C>): Promise<C> {
  try {
    return await content();
  } catch {
    throw new OfflineError();
  }
}

/** @throws ApiError for an answer that tells of trouble; OfflineError where there is none */
async function send(path: string, init: RequestInit): Promise<Response> {
  const headers = { ...init.headers, ...(person === undefined ? {} : { 'X-Person': person }) };
  const res = await whole(() => fetch(`/api/v1${path}`, { ...init, headers }));
  if (res.ok) return res;
  const text = await whole(() => res.text());
  const asked = Number(res.headers.get('Retry-After'));
  const wait =
    Number.isFinite(asked) && asked > 0 ? { retryAfterMs: Math.min(asked, MOST_WAIT_S) * 1000 } : {};
  throw new ApiError({ ...errorBody(res.status, text), ...wait });
}

function errorBody(status: number, text: string): ApiErrorBody {
  try {
    const { error } = JSON.parse(text) as { error?: ApiErrorBody };
    if (error) return error;
  } catch {
    // A proxy's own error page is not JSON.
  }
  return {
    status,
    code: 'ERROR',
    message: status >= 500 ? 'The shop’s server is busy.' : `The server answered with ${status}.`,
    remedy: 'Try again.',
    details: [],
  };
}

/** What the server says of single fields, by their names. */
export const fieldTrouble = (error: unknown): Readonly<Record<string, string>> =>
  error instanceof ApiError
    ? Object.fromEntries(
        (error.body.details as readonly { readonly path?: string; readonly message?: string }[]).flatMap(
          ({ path, message }) => (path && message ? [[path, message]] : []),
        ),
      )
    : {};

/** What to say of any failure, in one sentence. */
export const tell = (error: unknown): string =>
  error instanceof ApiError
    ? `${error.message} ${error.body.remedy}`
    : error instanceof Error
      ? error.message
      : 'Something went wrong.';

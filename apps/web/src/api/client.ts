/** The one shape in which the server tells of trouble. */
export interface ApiErrorBody {
  readonly status: number;
  readonly code: string;
  readonly message: string;
  readonly remedy: string;
  readonly details: readonly unknown[];
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

export async function api<T>(method: 'GET' | 'POST' | 'DELETE', path: string, body?: unknown): Promise<T> {
  let res: Response;
  try {
    res = await fetch(`/api/v1${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
    });
  } catch {
    throw new OfflineError();
  }
  if (res.status === 204) return undefined as T;
  const text = await res.text();
  if (res.ok) return JSON.parse(text) as T;
  throw new ApiError(errorBody(res.status, text));
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
    message: `The server answered with ${status}.`,
    remedy: 'Try again.',
    details: [],
  };
}

/** What to say of any failure, in one sentence. */
export const tell = (error: unknown): string =>
  error instanceof ApiError
    ? `${error.message} ${error.body.remedy}`
    : error instanceof Error
      ? error.message
      : 'Something went wrong.';

/** stop: will fail or hurt. fix: falls short. note: worth knowing. */
export type Severity = 'stop' | 'fix' | 'note';

export const SEVERITY_ORDER: Readonly<Record<Severity, number>> = { stop: 0, fix: 1, note: 2 };

export type Stage = 'brief' | 'plumb' | 'wire' | 'parts' | 'test';

/** One RFC 6902 operation on the job document. */
export interface PatchOperation {
  readonly op: 'add' | 'remove' | 'replace' | 'test';
  readonly path: string;
  readonly value?: unknown;
}

export interface FindingFix {
  /** What the button says: an action in the trade's words. */
  readonly label: string;
  readonly patch: readonly PatchOperation[];
}

/** An unfavourable engineering result: not an error, the answer to "is this enough?". */
export interface Finding {
  /** Stable kind, e.g. RETURN_OVERRUN. */
  readonly code: string;
  readonly severity: Severity;
  readonly stage: Stage;
  /** Where: the element, segment, circuit or field it is about. */
  readonly place: {
    readonly id: string;
    readonly name: string;
    /** Circuit a piece of wiring belongs to: pieces of two circuits may share an id. */
    readonly within?: string;
  };
  /** Operating state it shows in, where there is one. */
  readonly stateId?: string;
  readonly title: string;
  /** Unit dimension of value and limit (a key of DIMENSIONS). */
  readonly dimension: string;
  /** SI. */
  readonly value: number;
  /** SI. */
  readonly limit: number;
  readonly why: { readonly text: string; readonly formula: string; readonly source: string };
  readonly fixes: readonly FindingFix[];
}

/** Identity of a finding across edits: the same trouble at the same place. */
export const findingKey = (f: Pick<Finding, 'code' | 'place'>): string =>
  `${f.code}@${f.place.within === undefined ? '' : `${f.place.within}/`}${f.place.id}`;

/**
 * The numbers an acceptance was given for. Rounded to three figures so that noise does not re-open it;
 * a real change does.
 */
export const findingFingerprint = (f: Pick<Finding, 'severity' | 'value' | 'limit'>): string =>
  `${f.severity}:${f.value.toPrecision(3)}:${f.limit.toPrecision(3)}`;

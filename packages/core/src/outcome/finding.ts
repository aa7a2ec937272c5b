import type { FixAction } from './fix.ts';

/** stop: will fail or hurt. fix: falls short. note: worth knowing. */
export type Severity = 'stop' | 'fix' | 'note';

export const SEVERITY_ORDER: Readonly<Record<Severity, number>> = { stop: 0, fix: 1, note: 2 };

export type Stage = 'brief' | 'plumb' | 'route' | 'wire' | 'parts' | 'test';

/** One RFC 6902 operation on the job document. */
export interface PatchOperation {
  readonly op: 'add' | 'remove' | 'replace' | 'test';
  readonly path: string;
  readonly value?: unknown;
}

/** One that changes something: what a difference between two documents is made of. */
export interface ChangeOperation extends PatchOperation {
  readonly op: 'add' | 'remove' | 'replace';
}

/** Where a finding is: what the id is the id of. */
export interface Place {
  readonly of:
    | 'part'
    | 'junction'
    | 'vent'
    | 'path'
    | 'piece'
    | 'circuit'
    | 'load'
    | 'device'
    | 'wire'
    | 'state'
    /** The whole of something: the plumbing, the brief, the wiring. */
    | 'subject';
  readonly id: string;
  readonly name: string;
  /** Circuit a piece of wiring belongs to: pieces of two circuits may share an id. */
  readonly within?: string;
}

/** What a rule found: numbers and names, no sentence. */
export interface Found<Code extends string = string, Figures = unknown> {
  /** Stable kind, e.g. RETURN_OVERRUN. */
  readonly code: Code;
  readonly severity: Severity;
  readonly stage: Stage;
  readonly place: Place;
  /** Operating state it shows in, where there is one. */
  readonly stateId?: string;
  /** Unit dimension of value and limit (a key of DIMENSIONS). */
  readonly dimension: string;
  /** SI. */
  readonly value: number;
  /** SI. */
  readonly limit: number;
  /** What the sentences need beside, SI. */
  readonly figures: Figures;
}

/** A change that clears a finding, as data. */
export interface Fix {
  readonly does: FixAction;
  readonly patch: readonly PatchOperation[];
}

export interface FindingFix {
  /** What the button says: an action in the trade's words. */
  readonly label: string;
  readonly patch: readonly PatchOperation[];
}

/** An unfavourable engineering result in words: not an error, the answer to "is this enough?". */
export interface Finding {
  readonly code: string;
  readonly severity: Severity;
  readonly stage: Stage;
  readonly place: Place;
  readonly stateId?: string;
  readonly title: string;
  readonly dimension: string;
  readonly value: number;
  readonly limit: number;
  readonly why: {
    readonly text: string;
    readonly formula: string;
    readonly source: string;
    /** The figures of the part it rests on and where they come from; empty where it is about no one part. */
    readonly grounds: string;
  };
  readonly fixes: readonly FindingFix[];
}

/**
 * Identity of a finding across edits: the same trouble at the same place.
 * @param f code and place
 * @returns text, "CODE@place"
 * Validity: any finding.
 * @throws nothing
 * @source own convention
 * @example findingKey({ code: 'NO_FUSE', place: { id: 'pump-circuit' } }) // => 'NO_FUSE@pump-circuit'
 */
export const findingKey = (f: {
  readonly code: string;
  readonly place: Pick<Place, 'id' | 'within'>;
}): string => `${f.code}@${f.place.within === undefined ? '' : `${f.place.within}/`}${f.place.id}`;

/**
 * The numbers an acceptance was given for. Rounded to three figures so that noise does not re-open it; a real change does.
 * @param f finding; value and limit SI
 * @returns text
 * Validity: finite figures.
 * @throws nothing
 * @source own convention
 * @example findingFingerprint({ severity: 'fix', value: 1.2345, limit: 1 }) // => 'fix:1.23:1.00'
 */
export const findingFingerprint = (f: Pick<Found, 'severity' | 'value' | 'limit'>): string =>
  `${f.severity}:${f.value.toPrecision(3)}:${f.limit.toPrecision(3)}`;

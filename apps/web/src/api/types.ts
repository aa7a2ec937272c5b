import type { JobDocument } from '@venula/core/document';
import type { Severity } from '@venula/core/outcome';
import type * as requests from './requests.ts';

/** What the page sends it does not change any more. */
export type Sent<T> = T extends (infer I)[]
  ? readonly Sent<I>[]
  : T extends object
    ? { readonly [K in keyof T]: Sent<T[K]> }
    : T;

export type SignIn = Sent<requests.SignIn>;
export type PinSignIn = Sent<requests.PinSignIn>;
export type FirstStart = Sent<requests.FirstStart>;
export type OwnShop = Sent<requests.OwnShop>;
export type NewJob = Sent<requests.NewJob>;
export type NewChange = Sent<requests.NewChange>;
export type NewAcceptance = Sent<requests.NewAcceptance>;
export type NewRevision = Sent<requests.NewRevision>;
export type NewRun = Sent<requests.NewRun>;
/** A reading with the run it belongs to, which the server takes from its address. */
export interface NewReading extends Sent<requests.NewReading> {
  readonly runId: string;
  readonly corrects: string | null;
}
export type ReadingKind = NewReading['kind'];
export type RunKind = NewRun['kind'];

export type Role = 'technician' | 'lead' | 'viewer';

export interface Person {
  readonly id: string;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
  /** How they came in: a PIN opens no people, settings or backups. */
  readonly via: 'password' | 'pin';
  /** False: they have to choose one first. */
  readonly ownPassword: boolean;
}

/** How far a file has been taken in. */
export interface ImportProgress {
  readonly step: 'unpacking' | 'checking' | 'photos' | 'storing';
  readonly done: number;
  readonly of: number;
}

/** Where a job came from that was not begun in this shop. */
export interface ImportedFrom {
  readonly by: string;
  readonly at: string;
  readonly signedBy: {
    readonly shop: string | null;
    readonly own: boolean;
    readonly fingerprint: string;
    readonly publicKey: string;
  } | null;
}

export interface JobHead {
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly customer: string;
  readonly vehicle: string;
  readonly version: number;
  readonly archived: boolean;
  /** It came in with a file. */
  readonly imported?: boolean;
  readonly updatedAt: string;
  readonly updatedBy: string;
  readonly summary: JobSummary | { readonly unjudged: string } | null;
  /** The server is at it: ask again in a moment. */
  readonly judging: boolean;
  /** The test to be seen to, else the last; `verdict` null: not signed off. */
  readonly test: { readonly what: string; readonly at: string; readonly verdict: string | null } | null;
}

/** Another job on the same car. */
export type CarJob = Pick<
  JobHead,
  'id' | 'number' | 'title' | 'customer' | 'archived' | 'updatedAt' | 'test'
>;

export interface JobSummary {
  readonly stops: number;
  readonly fixes: number;
  readonly notes: number;
  readonly margin: number | null;
}

export interface JobList {
  readonly items: readonly JobHead[];
  readonly total: number;
  readonly page: number;
  readonly size: number;
}

export interface JobRecord {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly document: JobDocument;
  readonly updatedAt: string;
  readonly updatedBy: string;
  /** Which count of versions it is: another after a restore. Absent: an answer kept by an earlier version. */
  readonly lineage?: string;
  /** Null: it was begun in this shop. */
  readonly imported?: ImportedFrom | null;
}

export interface ConflictDetail {
  readonly version: number;
  readonly document: JobDocument;
  readonly conflicts: readonly {
    readonly path: string;
    readonly mine: unknown;
    readonly theirs: unknown;
    readonly by: string;
    readonly at: string | null;
  }[];
}

/** Something the shop has, and what of it is put aside. Pieces, or m. */
export interface ShelfRow {
  readonly id: string;
  readonly part: string;
  readonly unit: 'each' | 'm';
  readonly quantity: number;
  readonly note: string;
  readonly reserved: readonly {
    readonly jobId: string;
    readonly number: number;
    readonly title: string;
    readonly quantity: number;
  }[];
}
export type PutOnShelf = requests.PutOnShelf;
export type PutPrices = requests.PutPrices;

export interface AcceptanceRow {
  readonly id: string;
  readonly findingKey: string;
  readonly fingerprint: string;
  readonly severity: Severity;
  readonly title: string;
  readonly reason: string;
  readonly author: string;
  readonly role: Role;
  readonly at: string;
  /** It came in with a file: nothing is accepted here by it. */
  readonly fromFile?: boolean;
}

export interface RevisionRow {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly author: string;
  readonly at: string;
  readonly fromFile?: boolean;
}

export interface ReadingRow {
  readonly id: string;
  readonly kind: ReadingKind;
  readonly payload: Readonly<Record<string, unknown>>;
  readonly corrects: string | null;
  /** Lines of the plan that had fuel in them then; null: a dry test, or not known. */
  readonly lines?: readonly string[] | null;
  readonly author: string;
  readonly takenAt: string;
  readonly fromFile?: boolean;
}

export interface StartedRun {
  readonly id: string;
  readonly kind: RunKind;
  readonly setup: Readonly<Record<string, unknown>>;
  readonly jobVersion: number;
  readonly author: string;
  readonly at: string;
  readonly fromFile?: boolean;
}
export interface RunRow extends StartedRun {
  readonly readings: readonly ReadingRow[];
}

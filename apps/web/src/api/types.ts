import type { JobDocument } from '@venula/core/document';
import type { Severity } from '@venula/core/outcome';

export type Role = 'technician' | 'lead' | 'viewer';

export interface Person {
  readonly id: string;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
}

export interface JobHead {
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly customer: string;
  readonly vehicle: string;
  readonly version: number;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly updatedBy: string;
  readonly summary: JobSummary | { readonly unjudged: string } | null;
  /** The server is at it: ask again in a moment. */
  readonly judging: boolean;
}

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
}

export interface RevisionRow {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly author: string;
  readonly at: string;
}

export type ReadingKind = 'dry-row' | 'joint' | 'pressure' | 'sign-off';

export interface ReadingRow {
  readonly id: string;
  readonly kind: ReadingKind;
  readonly payload: Readonly<Record<string, unknown>>;
  readonly corrects: string | null;
  readonly author: string;
  readonly takenAt: string;
}

export type RunKind = 'dry-test' | 'joint-walk' | 'gas-hold';

export interface RunRow {
  readonly id: string;
  readonly kind: RunKind;
  readonly setup: Readonly<Record<string, unknown>>;
  readonly jobVersion: number;
  readonly author: string;
  readonly at: string;
  readonly readings: readonly ReadingRow[];
}

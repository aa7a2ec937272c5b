import { upgradeJob, type JobDocument } from '@venula/core/document';
import type { ValueTransformer } from 'typeorm';

/** Documents are kept as they were written; one of an earlier version is raised when it is read. */
export const storedDocument: ValueTransformer = {
  to: (document: JobDocument) => document,
  from: (document: unknown) => upgradeJob(document) as JobDocument,
};

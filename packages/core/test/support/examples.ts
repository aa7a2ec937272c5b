import { readFileSync } from 'node:fs';
import type { JobDocument } from '../../src/public/document.ts';
import { applyPatch, setOrigin } from '../../src/public/edit.ts';
import { readJob } from '../../src/public/formats.ts';
import type { Finding, PatchOperation } from '../../src/public/outcome.ts';

export const example = (name: string): JobDocument => {
  const read = readJob(
    readFileSync(new URL(`../../../../examples/${name}.json`, `file://${__filename}`), 'utf8'),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  return read.value;
};

export const applied = (doc: JobDocument, patch: readonly PatchOperation[]): JobDocument => {
  const result = applyPatch(doc, patch);
  if (!result.ok) throw new Error(JSON.stringify(result.errors));
  return result.value;
};

export const found = (findings: readonly Finding[], code: string): Finding | undefined =>
  findings.find((f) => f.code === code);

/** The demo jobs that ship, by name. */
export const demoJobs = (): readonly (readonly [string, JobDocument])[] =>
  ['coast-road-gt', 'courier-van', 'dune-buggy', 'empty-job', 'hill-climb-coupe', 'touring-roadster'].map(
    (name) => [name, example(name)] as const,
  );

/** The same plan with every line and vent measured by string. */
export const taped = (doc: JobDocument): JobDocument =>
  applied(doc, [
    ...Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
      e.kind === 'run' ? setOrigin(doc, `/plumbing/elements/${id}/lengthM`, e.lengthM, 'string') : [],
    ),
    ...Object.entries(doc.plumbing.vents ?? {}).flatMap(([id, v]) =>
      setOrigin(doc, `/plumbing/vents/${id}/lengthM`, v.lengthM, 'string'),
    ),
  ]);

import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { elementPath } from '../../edit/paths.ts';
import { HOSE_KINDS, sizesOf, type Dash } from '../../kinds/plumbing/run/hoses.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';

/** A line in another size; a bore that was typed for the old one goes with it. */
export const resized = (id: string, run: ElementOf<'run'>, dash: Dash): PatchOperation[] => [
  { op: 'replace', path: elementPath(id, 'dash'), value: dash },
  ...(run.boreM === undefined ? [] : [{ op: 'remove', path: elementPath(id, 'boreM') } as const]),
];

/** A line in every larger size its hose comes in, the next first; none where the id is no line. */
export function largerRun({ plumbing }: JobDocument, id: string): Fix[] {
  const run = plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  return sizesOf(HOSE_KINDS[run.hose])
    .filter((dash) => dash > run.dash)
    .map((dash): Fix => ({
      does: { act: 'make-run', name: run.name, dash },
      patch: resized(id, run, dash),
    }));
}

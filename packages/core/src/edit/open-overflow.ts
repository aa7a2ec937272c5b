import type { JobDocument } from '../document/job-document.ts';
import { makeRun } from '../kinds/plumbing/run/shape.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { freeId } from './path.ts';

/** As wide as a surge tank's overflow usually is. */
const DASH = 8;

/**
 * An overflow from a surge tank back to the tank.
 * @param doc job document
 * @param surge junction it leaves
 * @returns the change; nothing where the plan has no tank
 */
export function openOverflow({ plumbing }: JobDocument, surge: string): PatchOperation[] {
  const tank = Object.entries(plumbing.junctions).find(([, j]) => j.kind === 'tank')?.[0];
  if (tank === undefined) return [];
  const [hose, path] = [freeId(plumbing.elements, 'overflow'), freeId(plumbing.paths, 'overflow')];
  return [
    {
      op: 'add',
      path: `/plumbing/elements/${hose}`,
      value: makeRun('Overflow hose', DASH, 1.2, 'under-body', 90),
    },
    {
      op: 'add',
      path: `/plumbing/paths/${path}`,
      value: { name: 'Overflow', role: 'return', from: surge, to: tank, order: [hose] },
    },
  ];
}

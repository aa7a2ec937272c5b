import type { JobDocument } from './job-document.ts';

/** Pumps that feed rails: one that only fills a surge tank is none. */
export function feedingPumps(doc: JobDocument): string[] {
  const { junctions, paths, elements } = doc.plumbing;
  const lifting = Object.values(paths).filter((p) => junctions[p.to]?.kind === 'surge');
  return Object.keys(elements).filter(
    (id) => elements[id]!.kind === 'pump' && !lifting.some((p) => p.order.includes(id)),
  );
}

/** The car's own supply is kept. */
export const hasFactorySupply = (doc: JobDocument): boolean =>
  Object.values(doc.plumbing.junctions).some((j) => j.kind === 'factory');

/** More than one way in: pumps and factory supplies together. */
export const hasSpareSupply = (doc: JobDocument): boolean =>
  feedingPumps(doc).length +
    Object.values(doc.plumbing.junctions).filter((j) => j.kind === 'factory').length >=
  2;

import type { JobDocument } from './job-document.ts';

/** Parts between the tanks and a pump's inlet. */
export function suctionParts(doc: JobDocument, pumpId: string): string[] {
  const paths = Object.values(doc.plumbing.paths);
  const own = paths.find((p) => p.order.includes(pumpId));
  if (!own) return [];
  const out = own.order.slice(0, own.order.indexOf(pumpId));
  const seen = new Set([own]);
  const behind = [own.from];
  for (let at = behind.pop(); at !== undefined; at = behind.pop()) {
    for (const path of paths) {
      if (path.to !== at || path.role !== 'feed' || seen.has(path)) continue;
      seen.add(path);
      out.push(...path.order);
      behind.push(path.from);
    }
  }
  return out;
}

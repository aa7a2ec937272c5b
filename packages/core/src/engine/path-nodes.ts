import type { Path, PlumbingElement } from '../document/job-document.ts';

export interface PathLink {
  /** Element id. */
  readonly id: string;
  readonly from: string;
  readonly to: string;
}

/** A path as links between nodes: its two junctions, and a node of its own between each pair of parts. */
export function pathNodes(
  pathId: string,
  path: Path,
  elements: Readonly<Record<string, PlumbingElement>>,
): PathLink[] {
  const order = path.order.filter((id) => elements[id]);
  const at = (i: number): string => (i === 0 ? path.from : i === order.length ? path.to : `${pathId}/${i}`);
  return order.map((id, i) => ({ id, from: at(i), to: at(i + 1) }));
}

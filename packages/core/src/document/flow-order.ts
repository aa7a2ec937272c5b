import type { Path } from './job-document.ts';

type Paths = Readonly<Record<string, Path>>;

/**
 * Lines as the fuel meets them: feeds from where they set out, each after what fills it; then the returns in the same way.
 * @param paths lines of a plan by their id
 * @returns the same lines with their ids, in order
 * Validity: any plan; a ring begins with the first of its lines.
 * @throws nothing
 * @source own convention
 * @example inFlowOrder(fullReturnJob('x').plumbing.paths).map(([id]) => id) // => ['feed', 'return']
 */
export function inFlowOrder(paths: Paths): readonly (readonly [string, Path])[] {
  const all = Object.entries(paths);
  return [
    ...inTurn(all.filter(([, p]) => p.role === 'feed')),
    ...inTurn(all.filter(([, p]) => p.role !== 'feed')),
  ];
}

function inTurn(paths: readonly [string, Path][]): [string, Path][] {
  const left = new Map(paths);
  const placed: [string, Path][] = [];
  while (left.size > 0) {
    const waits = (p: Path) => [...left.values()].some((q) => q !== p && q.to === p.from);
    const next = [...left].find(([, p]) => !waits(p)) ?? [...left][0]!;
    placed.push(next);
    left.delete(next[0]);
  }
  return placed;
}

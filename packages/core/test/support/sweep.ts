/** How long the sweeps are against what the suite takes of them: VENULA_SWEEP=20 before a release, or over night. */
const LENGTH = Number(process.env['VENULA_SWEEP'] ?? 1);

/** @param usual how many cases the suite takes; others each time */
export const runs = (usual: number): number => Math.ceil(usual * LENGTH);

/** Every so many-th of what is to be tried, from another one each time; what fails says which it was. */
export function* everyFew<T>(all: Iterable<T>, usual: number): Generator<T> {
  const every = Math.max(1, Math.round(usual / LENGTH));
  let n = Math.floor(Math.random() * every);
  for (const one of all) if (n++ % every === 0) yield one;
}

/** Seeds no run before has had; what fails says its seed. */
export const newSeeds = (usual: number): readonly number[] => {
  const first = Math.floor(Math.random() * 1e9);
  return Array.from({ length: runs(usual) }, (_, i) => first + i);
};

import fc from 'fast-check';

/** How long the sweeps are against what the suite takes of them: VENULA_SWEEP=20 before a release, or over night. */
const LENGTH = Number(process.env['VENULA_SWEEP'] ?? 1);

/** Set where the tests are configured. */
const SEED = Number(process.env['VENULA_SEED'] ?? 1);
fc.configureGlobal({ seed: SEED });

export { fc };

/** @param usual how many cases the suite takes */
export const runs = (usual: number): number => Math.ceil(usual * LENGTH);

/** Every so many-th of what is to be tried, from the seed's on; what fails says which it was. */
export function* everyFew<T>(all: Iterable<T>, usual: number): Generator<T> {
  const every = Math.max(1, Math.round(usual / LENGTH));
  let n = SEED % every;
  for (const one of all) if (n++ % every === 0) yield one;
}

/** Seeds for what makes its own; what fails says its seed. */
export const newSeeds = (usual: number): readonly number[] =>
  Array.from({ length: runs(usual) }, (_, i) => SEED * 1000 + i);

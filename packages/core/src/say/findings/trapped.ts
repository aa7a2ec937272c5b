import type { Passed, TrappedFuel } from '../../judge/trapped/trapped.ts';
import type { Words } from '../words.ts';

export const trappedFuel: Words<TrappedFuel> = ({ limit, figures: f }, q) => {
  const where = f.rails.length === 0 ? '' : ` in ${f.rails.join(', ')}`;
  const warming = (kelvin: number): string =>
    kelvin <= 0
      ? 'as it is, with no warming'
      : kelvin < 1
        ? `after less than ${q('warming', 1)} of warming`
        : `after ${q('warming', kelvin)} of warming`;
  const what = ({ pa, after, name }: Passed): string =>
    `${q('pressure', pa)} ${warming(after)}: ` +
    (name === null ? 'more than the injectors open against' : `more than “${name}” is good for`);
  const soon = f.passes.filter((p) => p.after < limit);
  const [first] = soon;
  // What nothing gives under is a pressure that will be there; beyond that it is not told.
  const reached = q('pressure', f.base + f.perKelvin * limit);
  return {
    title:
      `${(f.volume * 1000).toFixed(2)} L of fuel${where} is closed in after shut-down` +
      (first
        ? ` and passes ${q('pressure', first.pa)} ${warming(first.after)}.`
        : ` and rises to some ${reached} as the engine heats it.`),
    text:
      'Nothing open leads from here back to a tank: check valves and blocking regulators do not relieve backward. ' +
      (soon.length > 0 ? `It passes ${soon.map(what).join('; ')}. ` : '') +
      `A hot engine warms what stands in its bay by some ${q('warming', limit)}. ` +
      (soon.some((p) => p.name === null)
        ? 'Injectors cannot open against it: the engine does not restart until it cools. '
        : '') +
      'Upstream of a bypass regulator a check valve is harmless.',
    formula:
      `ΔP = Σ V(β − 3α)ΔT ÷ Σ V(1/K + C) = ${q('pressure', 5 * f.perKelvin)} for ${q('warming', 5)}, ` +
      `from ${q('pressure', f.base)}`,
    source:
      'thermal expansion against bulk modulus and wall compliance (estimates); seen in practice past 100 psi',
  };
};

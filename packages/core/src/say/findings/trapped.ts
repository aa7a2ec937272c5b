import type { TrappedFuel } from '../../judge/trapped/trapped.ts';
import type { Words } from '../words.ts';

export const trappedFuel: Words<TrappedFuel> = ({ limit, figures: f }, q) => {
  const where = f.rails.length === 0 ? '' : ` in ${f.rails.join(', ')}`;
  const stands =
    f.weakest === null
      ? `injectors open against ${q('pressure', limit)}`
      : `“${f.weakest}” is good for ${q('pressure', limit)}`;
  return {
    title: `${(f.volume * 1000).toFixed(2)} L of fuel${where} is closed in after shut-down and rises by ${q('pressure', f.rise)} as the engine heats it.`,
    text:
      'No open way leads from here back to a tank: check valves and blocking regulators do not relieve backward. ' +
      'The pressure rises until something gives, and injectors cannot open against it: the engine does not restart until it cools. ' +
      'Upstream of a bypass regulator a check valve is harmless.',
    formula: `ΔP = Σ V(β − 3α)ΔT ÷ Σ V(1/K + C) = ${q('pressure', f.rise)} for 40 K in rail and engine bay; from ${q('pressure', f.base)}, ${stands}`,
    source:
      'thermal expansion against bulk modulus and wall compliance (estimates); seen in practice past 100 psi',
  };
};

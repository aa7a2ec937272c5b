import type { LawOutside } from '../../judge/validity/outside.ts';
import type { Words, Writer } from '../words.ts';

const LAWS = {
  friction:
    'The friction law is known up to a Reynolds number of 100 million and a wall roughness of a twentieth of the bore.',
  fuel: 'Density, viscosity and vapor pressure of the fuel are fits to measured values in this range.',
  pump: 'The pump’s curve covers this range.',
} as const;
const NAMES = {
  reynolds: 'Reynolds number',
  'relative-roughness': 'wall roughness over bore',
  temperature: 'temperature',
  density: 'gasoline density',
  pressure: 'pressure',
} as const;

export const lawOutside: Words<LawOutside> = ({ place, figures: f }, q) => {
  const at = (value: number): string => written(f.quantity, value, q);
  return {
    title: `${place.name}: ${NAMES[f.quantity]} ${at(f.value)} is outside what the formulas are known for.`,
    text: `${LAWS[f.law]} Outside it the figures are a continuation, not knowledge.`,
    formula: `${at(f.value)} against ${at(f.min)} to ${at(f.max)}`,
    source:
      f.law === 'friction' ? 'range of the Moody chart' : 'EN 228; range of the fits, see the method sheet',
  };
};

function written(quantity: LawOutside['figures']['quantity'], value: number, q: Writer): string {
  if (quantity === 'temperature') return q('temperature', value);
  if (quantity === 'pressure') return q('pressure', value);
  if (quantity === 'density') return `${value.toFixed(0)} kg/m³`;
  return String(Number(value.toPrecision(3)));
}

import type { OutsideValidity, Validity } from '../outcome/solve-report.ts';
import { absolute, type AbsolutePressure } from '../quantities/pressure.ts';

/** A fuel is a blend of components; adding one (methanol, say) is a row in this table, not an if. */
interface FuelComponent {
  /** kg/m³ at 15 °C. */
  readonly density15: number;
  /** Stoichiometric air–fuel ratio by mass. */
  readonly airFuelRatio: number;
  /** Lower heating value, J/kg. */
  readonly heatingValue: number;
  /** Kinematic viscosity, m²/s, at 20 and 50 °C (from memory). */
  readonly viscosity20: number;
  readonly viscosity50: number;
  /** J/(kg·K) (from memory). */
  readonly heatCapacity: number;
}

const GASOLINE: FuelComponent = {
  density15: 745,
  airFuelRatio: 14.6,
  heatingValue: 43.4e6,
  viscosity20: 0.58e-6,
  viscosity50: 0.43e-6,
  heatCapacity: 2100,
};
const ETHANOL: FuelComponent = {
  density15: 793.6,
  airFuelRatio: 9.0,
  heatingValue: 26.8e6,
  viscosity20: 1.52e-6,
  viscosity50: 0.917e-6,
  heatCapacity: 2440,
};

const T15 = 288.15;
const RVP_REFERENCE_K = 310.95;
/** Factor on the gasoline's Reid vapour pressure by ethanol content (estimate). */
const BLEND_RVP: readonly (readonly [number, number])[] = [
  [0, 1],
  [0.1, 1.11],
  [0.2, 1.09],
  [0.3, 1.06],
  [0.5, 0.96],
  [0.7, 0.78],
  [0.85, 0.55],
  [1, 0.26],
];

export interface Blend {
  /** Ethanol content by volume at 15 °C, 0–1. */
  readonly ethanol: number;
  /** Density of the gasoline part at 15 °C, kg/m³. EN 228 allows 720–775. */
  readonly gasolineDensity15: number;
  /** Reid vapour pressure of the gasoline part, Pa. */
  readonly rvpPa: number;
}

export interface FuelProperties {
  /** kg/m³. */
  readonly density: number;
  /** kg/m³ at 15 °C. */
  readonly density15: number;
  /** m²/s. */
  readonly kinematicViscosity: number;
  /** Pa·s. */
  readonly dynamicViscosity: number;
  readonly vapourPressure: AbsolutePressure;
  readonly airFuelRatio: number;
  /** J/kg. */
  readonly heatingValue: number;
  /** Volumetric expansion, 1/K. */
  readonly expansion: number;
  /** Isothermal bulk modulus, Pa. */
  readonly bulkModulus: number;
  /** J/(kg·K). */
  readonly heatCapacity: number;
}

/** What the fits of fuel properties are known for; EN 228 for the gasoline. */
const FUEL_VALIDITY = {
  temperature: { law: 'fuel', quantity: 'temperature', min: 250, max: 340 },
  density: { law: 'fuel', quantity: 'density', min: 720, max: 775 },
} as const satisfies Record<string, Validity>;

/** Figures of a fuel outside what its properties are known for: K, kg/m³. */
export function fuelOutside(blend: Blend, kelvin: number): OutsideValidity[] {
  const { temperature, density } = FUEL_VALIDITY;
  return [
    { ...temperature, value: kelvin, at: '' },
    { ...density, value: blend.gasolineDensity15, at: '' },
  ].filter(({ min, max, value }) => !(value >= min && value <= max));
}

/** Ethanol by mass from ethanol by volume: w = xρe/(xρe+(1−x)ρp). */
const massFraction = (b: Blend): number => {
  const e = b.ethanol * ETHANOL.density15;
  return e / (e + (1 - b.ethanol) * b.gasolineDensity15);
};

/** Andrade form ln ν = A + B/T through the values at 20 and 50 °C. */
const andrade = (c: FuelComponent, kelvin: number): number => {
  const b = Math.log(c.viscosity20 / c.viscosity50) / (1 / 293.15 - 1 / 323.15);
  return c.viscosity20 * Math.exp(b * (1 / kelvin - 1 / 293.15));
};

const blendFactor = (x: number): number => {
  for (let i = 1; i < BLEND_RVP.length; i++) {
    const [x1, f1] = BLEND_RVP[i]!;
    const [x0, f0] = BLEND_RVP[i - 1]!;
    if (x <= x1) return f0 + ((f1 - f0) * (x - x0)) / (x1 - x0);
  }
  return BLEND_RVP.at(-1)![1];
};

/** Ethanol's own vapour pressure, Antoine form, Pa. */
const ethanolVapour = (kelvin: number): number =>
  10 ** (8.20417 - 1642.89 / (kelvin - 273.15 + 230.3)) * 133.322;

/** Gasoline's temperature law with the blend's RVP, fading to ethanol's own curve above 85 % ethanol. */
const vapourPressure = (b: Blend, kelvin: number): number => {
  const gasolineForm =
    1.066 * b.rvpPa * blendFactor(b.ethanol) * Math.exp(-2950 * (1 / kelvin - 1 / RVP_REFERENCE_K));
  const fade = Math.max(0, (b.ethanol - 0.85) / 0.15);
  return gasolineForm * (1 - fade) + ethanolVapour(kelvin) * fade;
};

/** β of gasoline from its density, the volume-correction form of ASTM D1250, 1/K. */
const gasolineExpansion = (density15: number): number => 346.4228 / density15 ** 2 + 0.4388 / density15;
const ETHANOL_EXPANSION = 1.09e-3;

/**
 * Properties of a gasoline–ethanol blend at a temperature.
 * Density volume-weighted, ρ(T)=ρ15·(1−β(T−15 °C)); viscosity by log mixing (Grunberg & Nissan, uncertain by
 * about ±10 % mid-range); air–fuel ratio and heating value mass-weighted.
 * @param blend ethanol volume fraction 0–1, gasoline density kg/m³, RVP Pa
 * @param kelvin fuel temperature, K
 * @returns density kg/m³, viscosities m²/s and Pa·s, vapour pressure Pa absolute, AFR, J/kg, 1/K, Pa
 * Validity: 250–340 K; EN 228 gasoline 720–775 kg/m³.
 * @source ASTM D1250 (β), AP-42 chapter 7 form (vapour pressure), values from memory
 * @example fuelProperties({ ethanol: 0.7, gasolineDensity15: 745, rvpPa: 62000 }, 288.15).density // => 779.02
 */
export function fuelProperties(blend: Blend, kelvin: number): FuelProperties {
  const x = blend.ethanol;
  const w = massFraction(blend);
  const density15 = x * ETHANOL.density15 + (1 - x) * blend.gasolineDensity15;
  const expansion = x * ETHANOL_EXPANSION + (1 - x) * gasolineExpansion(blend.gasolineDensity15);
  const density = density15 * (1 - expansion * (kelvin - T15));
  const nu = Math.exp(x * Math.log(andrade(ETHANOL, kelvin)) + (1 - x) * Math.log(andrade(GASOLINE, kelvin)));
  return {
    density,
    density15,
    kinematicViscosity: nu,
    dynamicViscosity: nu * density,
    vapourPressure: absolute(vapourPressure(blend, kelvin)),
    airFuelRatio: w * ETHANOL.airFuelRatio + (1 - w) * GASOLINE.airFuelRatio,
    heatingValue: w * ETHANOL.heatingValue + (1 - w) * GASOLINE.heatingValue,
    expansion,
    bulkModulus: x * 0.89e9 + (1 - x) * 0.85e9,
    heatCapacity: w * ETHANOL.heatCapacity + (1 - w) * GASOLINE.heatCapacity,
  };
}

/**
 * Volume of this blend needed for the same mixture strength, relative to gasoline of the same density, both at 15 °C.
 * @param blend the fuel; ethanol as volume fraction
 * @returns ratio, 1 for gasoline (E85 about 1.41; pump "E85" of 70 % ethanol about 1.32, the trade's "+33 %")
 * Validity: ethanol 0–1; density of the gasoline part 720–775 kg/m³.
 * @throws nothing
 * @source stoichiometry; ASTM D5798 lets pump E85 hold 51–83 % ethanol
 * @example volumeRatio({ ethanol: 0.7, gasolineDensity15: 745, rvpPa: 62000 }) // => 1.3164
 */
export function volumeRatio(blend: Blend): number {
  const fuel = fuelProperties(blend, T15);
  return (GASOLINE.airFuelRatio / fuel.airFuelRatio) * (blend.gasolineDensity15 / fuel.density15);
}

/**
 * The trade’s rule of thumb beside the chemistry: 85 % ethanol takes a third more, in proportion to content.
 * @param ethanol volume fraction, 0–1
 * @returns volume against gasoline, 1 for gasoline
 * Validity: 0–1; a rule of thumb, no law.
 * @throws nothing
 * @source common practice
 * @example ruleOfThumbRatio(0.85) // => 1.33
 */
export const ruleOfThumbRatio = (ethanol: number): number => 1 + (0.33 * ethanol) / 0.85;

/**
 * AFR of gasoline over AFR of the blend: the factor on a gasoline BSFC at equal lambda.
 * @param blend ethanol as volume fraction
 * @returns factor, 1 for gasoline
 * Validity: equal lambda and equal efficiency.
 * @throws nothing
 * @source stoichiometry by mass
 * @example stoichiometricFactor({ ethanol: 0, gasolineDensity15: 745, rvpPa: 62000 }) // => 1
 */
export const stoichiometricFactor = (blend: Blend): number =>
  GASOLINE.airFuelRatio / fuelProperties(blend, T15).airFuelRatio;

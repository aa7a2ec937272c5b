import { LINEAR_BELOW } from './minor-losses.ts';
import type { LossLaw } from './link-law.ts';

export interface FilterData {
  /** Pressure lost at 400 L/h of gasoline when clean, Pa. */
  readonly lossAt400: number;
  /** Share of the area clogged, 0–0.95. */
  readonly clogged: number;
}

const Q400 = 400e-3 / 3600;
/** Dynamic viscosity of the gasoline the rating was taken with, Pa·s. */
const RATING_VISCOSITY = 0.432e-3;
const RATING_DENSITY = 745;

/**
 * Filter or strainer: ΔP = ΔP₄₀₀·[0.8(μ/μp)(Q/400)/(1−c) + 0.2(ρ/745)(Q/400)²/(1−c)²].
 * @param data loss at 400 L/h of gasoline Pa, clogged share
 * @param fuel dynamic viscosity Pa·s, density kg/m³
 * @returns loss law
 * Validity: clean to 95 % clogged; 0–2,000 L/h. Split 80/20 between viscous and inertial is an estimate.
 * @source common practice; Forchheimer form (linear and square term in porous media)
 * @example lossAt(filterLoss({ lossAt400: 7000, clogged: 0 }, { dynamicViscosity: 0.000432, density: 745 }), 400 / 3.6e6) // => 7000
 */
export function filterLoss(
  data: FilterData,
  fuel: { readonly dynamicViscosity: number; readonly density: number },
): LossLaw {
  const open = 1 - data.clogged;
  const linear = (data.lossAt400 * 0.8 * (fuel.dynamicViscosity / RATING_VISCOSITY)) / (Q400 * open);
  const square = (data.lossAt400 * 0.2 * (fuel.density / RATING_DENSITY)) / (Q400 * open) ** 2;
  return {
    form: 'loss',
    evaluate(q, out) {
      out[0] = linear * q + square * q * Math.abs(q);
      out[1] = linear + 2 * square * Math.abs(q);
    },
  };
}

/**
 * A part whose datasheet gives one loss and a power law: ΔP = ΔP_ref·(Q/Q_ref)ⁿ, linear below 2 L/h.
 * @param data reference loss Pa, at flow m³/s, exponent n 1–2
 * @returns loss law
 * @source common practice on datasheets
 * @example lossAt(powerLoss({ lossPa: 7000, atFlow: 0.0001, exponent: 1.2 }), 0.0001) // => 7000.1
 */
export function powerLoss(data: {
  readonly lossPa: number;
  readonly atFlow: number;
  readonly exponent: number;
}): LossLaw {
  const n = data.exponent;
  const r = data.lossPa / data.atFlow ** n;
  const q02 = LINEAR_BELOW * LINEAR_BELOW;
  return {
    form: 'loss',
    evaluate(q, out) {
      const s = q * q + q02;
      const p = s ** ((n - 1) / 2);
      out[0] = r * q * p;
      out[1] = r * (p + q * q * (n - 1) * s ** ((n - 3) / 2));
    },
  };
}

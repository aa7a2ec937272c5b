import type { Validity } from '../outcome/solve-report.ts';

/** Darcy friction factor and its slope, f(Re, ε/D). */
export interface Friction {
  f: number;
  /** df/dRe. */
  slope: number;
}

/** Where each law holds; between them a bridge. Data, so that a finding can say which side a run is on. */
export const FRICTION_REGIMES = { laminarBelow: 2000, turbulentAbove: 4000 } as const;

/** What Colebrook’s law is known for: the range of the Moody chart. */
export const FRICTION_VALIDITY = {
  reynolds: { law: 'friction', quantity: 'reynolds', min: 0, max: 1e8 },
  roughness: { law: 'friction', quantity: 'relative-roughness', min: 0, max: 0.05 },
} as const satisfies Record<string, Validity>;

/** 2/ln 10: Colebrook’s 2·log₁₀ in natural logarithms. */
export const TWO_OVER_LN10 = 2 / Math.LN10;

/**
 * Darcy friction factor: 64/Re below Re 2,000, Colebrook above 4,000, and between them a cubic in log Re–log f
 * that matches value and slope at both ends (head loss rises all the way).
 * Colebrook takes two logarithms: one for an explicit start, one for a quartic correction; what is left is rounding.
 * @param reynolds Reynolds number on the bore, > 0
 * @param relativeRoughness ε/D, 0–0.05
 * @returns f and df/dRe, both without unit
 * Validity: Re up to 1e8; a full pipe of round bore.
 * @throws nothing
 * @source Colebrook 1939; Hagen–Poiseuille; bridge is our own (no published law fits both ends)
 * @example darcyFriction(100000, 0.0001).f // => 0.0185
 */
export function darcyFriction(
  reynolds: number,
  relativeRoughness: number,
  out: Friction = { f: 0, slope: 0 },
): Friction {
  if (reynolds <= FRICTION_REGIMES.laminarBelow) {
    const re = Math.max(reynolds, 1e-12);
    out.f = 64 / re;
    out.slope = -64 / (re * re);
    return out;
  }
  const rough = relativeRoughness / 3.7;
  if (reynolds >= FRICTION_REGIMES.turbulentAbove) return colebrook(reynolds, rough, out);
  return bridge(reynolds, rough, out);
}

function colebrook(re: number, rough: number, out: Friction): Friction {
  const b = 2.51 / re;
  const x = improved(rough, b, start(rough, b));
  const slope = inverseRootSlope(re, rough, b, x);
  out.f = 1 / (x * x);
  out.slope = (-2 * slope) / (x * x * x);
  return out;
}

/** d(1/√f)/dRe on Colebrook’s curve; rough = ε/(3.7 D), b = 2.51/Re, x = 1/√f. */
const inverseRootSlope = (re: number, rough: number, b: number, x: number): number =>
  (TWO_OVER_LN10 * b * x) / (re * (rough + b * x) + re * TWO_OVER_LN10 * b);

/** 1/√f of an ordinary fuel line: the point the explicit start is taken about. */
const MIDDLE = 7;

/**
 * 1/√f within some 1e-4 with one logarithm: Colebrook’s right side at 7, and the way from there to its own root with
 * ln(1 + u) ≈ u(6 + u)/(6 + 4u).
 */
export function start(rough: number, b: number): number {
  const arg = rough + b * MIDDLE;
  const beta = b / arg;
  const first = -TWO_OVER_LN10 * Math.log(arg) - MIDDLE;
  let d = first / (1 + TWO_OVER_LN10 * beta);
  for (let k = 0; k < 2; k++) {
    const u = beta * d;
    const bottom = 6 + 4 * u;
    const log = (u * (6 + u)) / bottom;
    const slope = (36 + 12 * u + 4 * u * u) / (bottom * bottom);
    d -= (d + TWO_OVER_LN10 * log - first) / (1 + TWO_OVER_LN10 * beta * slope);
  }
  return MIDDLE + d;
}

/**
 * One step of Householder’s third order on x + 2·log₁₀(ε/3.7D + 2.51·x/Re) = 0, x = 1/√f: the error goes with its fourth
 * power, so that one step from the explicit start leaves rounding.
 */
function improved(rough: number, b: number, x: number): number {
  const arg = rough + b * x;
  const beta = b / arg;
  const c = TWO_OVER_LN10 * beta;
  const f0 = x + TWO_OVER_LN10 * Math.log(arg);
  const f1 = 1 + c;
  const f2 = -c * beta;
  return (
    x - (f0 * (6 * f1 * f1 - 3 * f0 * f2)) / (6 * f1 * f1 * f1 - 6 * f0 * f1 * f2 - 2 * f0 * f0 * f2 * beta)
  );
}

/**
 * The bridge between the regimes: log f = BRIDGE_Y + t·(BRIDGE_SLOPE + t·(square + t·cube)),
 * t = (log Re − BRIDGE_LO)·BRIDGE_SCALE from 0 to 1. Value and slope at 2,000 are those of 64/Re.
 */
export const BRIDGE_LO = Math.log(FRICTION_REGIMES.laminarBelow);
const BRIDGE_SPAN = Math.log(FRICTION_REGIMES.turbulentAbove) - BRIDGE_LO;
export const BRIDGE_SCALE = 1 / BRIDGE_SPAN;
export const BRIDGE_Y = Math.log(64 / FRICTION_REGIMES.laminarBelow);
export const BRIDGE_SLOPE = -BRIDGE_SPAN;

/** What makes it meet Colebrook at 4,000 in value and slope; rough = ε/(3.7 D). */
export function bridgeCubic(rough: number): { readonly square: number; readonly cube: number } {
  const top = colebrook(FRICTION_REGIMES.turbulentAbove, rough, { f: 0, slope: 0 });
  const rise = Math.log(top.f) - BRIDGE_Y;
  const slope = ((top.slope * FRICTION_REGIMES.turbulentAbove) / top.f) * BRIDGE_SPAN;
  return { square: 3 * rise - 2 * BRIDGE_SLOPE - slope, cube: BRIDGE_SLOPE + slope - 2 * rise };
}

function bridge(re: number, rough: number, out: Friction): Friction {
  const { square, cube } = bridgeCubic(rough);
  const t = (Math.log(re) - BRIDGE_LO) * BRIDGE_SCALE;
  out.f = Math.exp(BRIDGE_Y + t * (BRIDGE_SLOPE + t * (square + t * cube)));
  out.slope = (out.f * (BRIDGE_SLOPE + t * (2 * square + 3 * t * cube)) * BRIDGE_SCALE) / re;
  return out;
}

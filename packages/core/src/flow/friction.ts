/** Darcy friction factor and its slope, f(Re, ε/D). */
export interface Friction {
  f: number;
  /** df/dRe. */
  slope: number;
}

/** Where each law holds; between them a bridge. Data, so that a finding can say which side a run is on. */
export const FRICTION_REGIMES = { laminarBelow: 2000, turbulentAbove: 4000 } as const;

const TWO_OVER_LN10 = 2 / Math.LN10;

/**
 * Darcy friction factor: 64/Re below Re 2,000, Colebrook above 4,000, and between them a cubic in log Re–log f
 * that matches value and slope at both ends (head loss rises all the way).
 * Stops refining Colebrook when 1/√f moves by less than 1e-6 of itself (the error left is then about 1e-12).
 * @param reynolds Reynolds number on the bore, > 0
 * @param relativeRoughness ε/D, 0–0.05
 * @returns f and df/dRe, both without unit
 * Validity: Re up to 1e8; a full pipe of round bore.
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
  if (reynolds >= FRICTION_REGIMES.turbulentAbove) return colebrook(reynolds, relativeRoughness, out);
  return bridge(reynolds, relativeRoughness, out);
}

function colebrook(re: number, rr: number, out: Friction): Friction {
  const a = rr / 3.7;
  const b = 2.51 / re;
  const x = polished(a, b, start(re, rr));
  const arg = a + b * x;
  const dxdRe = (TWO_OVER_LN10 * b * x) / (re * arg + re * TWO_OVER_LN10 * b);
  out.f = 1 / (x * x);
  out.slope = (-2 * dxdRe) / (x * x * x);
  return out;
}

/** 1/√f within 0.01 %: Praks & Brkić 2020, Processes 8:130, from the Wright ω form of Colebrook. */
function start(re: number, rr: number): number {
  const a = (re * rr) / 8.0884;
  const b = Math.log(re) - 0.7794;
  const c = Math.log(a + b);
  return 0.8685972 * (b - c + c / (a + b - 0.5588 * c + 1.2079));
}

/** Newton on x = 1/√f doubles the figures each turn: one turn from 0.01 % leaves about 1e-10, the second rounding. */
function polished(a: number, b: number, from: number): number {
  let x = from;
  for (let k = 0; k < 2; k++) {
    const arg = a + b * x;
    const step = (x + TWO_OVER_LN10 * Math.log(arg)) / (1 + (TWO_OVER_LN10 * b) / arg);
    x -= step;
    if (Math.abs(step) < 1e-6 * x) break;
  }
  return x;
}

const LOG_LO = Math.log(FRICTION_REGIMES.laminarBelow);
const LOG_HI = Math.log(FRICTION_REGIMES.turbulentAbove);

function bridge(re: number, rr: number, out: Friction): Friction {
  const top = colebrook(FRICTION_REGIMES.turbulentAbove, rr, out);
  const y1 = Math.log(top.f);
  const m1 = (top.slope * FRICTION_REGIMES.turbulentAbove) / top.f;
  const y0 = Math.log(64 / FRICTION_REGIMES.laminarBelow);
  const m0 = -1;
  const h = LOG_HI - LOG_LO;
  const t = (Math.log(re) - LOG_LO) / h;
  const t2 = t * t;
  const t3 = t2 * t;
  const y =
    (2 * t3 - 3 * t2 + 1) * y0 + (t3 - 2 * t2 + t) * h * m0 + (-2 * t3 + 3 * t2) * y1 + (t3 - t2) * h * m1;
  const dy = ((6 * t2 - 6 * t) * (y0 - y1)) / h + (3 * t2 - 4 * t + 1) * m0 + (3 * t2 - 2 * t) * m1;
  out.f = Math.exp(y);
  out.slope = (out.f * dy) / re;
  return out;
}

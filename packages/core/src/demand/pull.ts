import type { GaugePressure } from '../quantities/pressure.ts';
import { gauge } from '../quantities/pressure.ts';
import { interpolateLinear } from '../numerics/interpolate.ts';

/** One point of a pull: what the engine makes and the manifold sees. */
export interface PullPoint {
  readonly rpm: number;
  /** Power as entered (crank or wheels), W. */
  readonly powerW: number;
  /** Manifold pressure, Pa gauge. */
  readonly boostPa: number;
}

export interface EngineDraw {
  /** Brake specific fuel consumption on gasoline, kg/J. 0.50 lb/hp·h is 304 g/kWh. */
  readonly bsfc: number;
  /** Factor of the fuel against gasoline at equal lambda. */
  readonly fuelFactor: number;
  /** Fuel density at the rail, kg/m³. */
  readonly density: number;
  /** Share lost between crank and wheels; 0 when power is at the crank. */
  readonly drivetrainLoss: number;
}

/**
 * Fuel an engine takes: Q = P/(1−loss) · BSFC · factor / ρ.
 * @param powerW brake power as entered, W
 * @param draw BSFC kg/J, factor, density kg/m³, drivetrain loss
 * @returns m³/s
 * Validity: steady full-load running at the mixture the BSFC was taken at.
 * @source definition of BSFC; defaults 0.50 / 0.60 / 0.65 lb/hp·h are common practice
 * @example fuelDemand(357936, { bsfc: 1.0138e-7, fuelFactor: 1.3765, density: 779, drivetrainLoss: 0 }) * 3.6e6 // => 230.83
 */
export function fuelDemand(powerW: number, draw: EngineDraw): number {
  return ((powerW / (1 - draw.drivetrainLoss)) * draw.bsfc * draw.fuelFactor) / draw.density;
}

/**
 * Power and boost anywhere along a pull, straight between its points and held at the ends.
 * @param points pull points with rising rpm; W, Pa gauge
 * @param rpm engine speed, 1/min
 * @returns the point at that speed
 * @throws nothing; an empty pull gives NaN
 * @source own convention
 * @example pullAt([{ rpm: 3000, powerW: 100, boostPa: 0 }, { rpm: 5000, powerW: 300, boostPa: 20 }], 4000).powerW // => 200
 */
export function pullAt(
  points: readonly PullPoint[],
  rpm: number,
): PullPoint & { readonly boost: GaugePressure } {
  const xs = points.map((p) => p.rpm);
  const boostPa = interpolateLinear(
    xs,
    points.map((p) => p.boostPa),
    rpm,
  );
  return {
    rpm,
    powerW: interpolateLinear(
      xs,
      points.map((p) => p.powerW),
      rpm,
    ),
    boostPa,
    boost: gauge(boostPa),
  };
}

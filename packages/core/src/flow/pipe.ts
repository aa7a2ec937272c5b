import type { LossLaw, PipeNumbers } from './link-law.ts';
import { LINEAR_BELOW } from './minor-losses.ts';
import { PipeBank } from './pipe-bank.ts';

export interface Fluid {
  /** kg/m³. */
  readonly density: number;
  /** m²/s. */
  readonly kinematicViscosity: number;
}

export interface PipeGeometry {
  /** m. */
  readonly length: number;
  /** Inside diameter, m. */
  readonly bore: number;
  /** Absolute roughness, m. */
  readonly roughness: number;
  /** Sum of minor losses on the bore. */
  readonly minorK: number;
  /** Factor on the friction of convoluted liners; 1 for smooth. */
  readonly lossMultiplier?: number;
}

/** A start a solver reaches the answer from in few turns, m/s. */
const START_VELOCITY = 0.3;

/** A bank of one pipe is asked through these. */
const ONE = {
  which: new Int32Array(1),
  flow: new Float64Array(1),
  loss: new Float64Array(1),
  slope: new Float64Array(1),
};

/**
 * A run of hose or tube with its fittings: ΔP = (f·L/D + ΣK)·ρV²/2 (Darcy–Weisbach).
 * @param pipe length, bore, roughness m; ΣK on the bore
 * @param fluid density kg/m³, viscosity m²/s
 * @returns loss law, Pa at m³/s
 * Validity: round bore running full, incompressible.
 * @source Darcy–Weisbach with Colebrook (see darcyFriction)
 * @example lossAt(pipeRun({ length: 5, bore: 0.0079, roughness: 1.5e-6, minorK: 0 }, { density: 745, kinematicViscosity: 5.8e-7 }), 400 / 3.6e6) // => 28882
 */
export function pipeRun(pipe: PipeGeometry, fluid: Fluid): LossLaw {
  const area = (Math.PI * pipe.bore * pipe.bore) / 4;
  const half = fluid.density / (2 * area * area);
  const numbers: PipeNumbers = {
    friction: (pipe.length / pipe.bore) * (pipe.lossMultiplier ?? 1) * half,
    minor: pipe.minorK * half,
    reynoldsPerFlow: pipe.bore / (area * fluid.kinematicViscosity),
    rough: pipe.roughness / pipe.bore / 3.7,
  };
  let bank: PipeBank | undefined;
  return {
    form: 'loss',
    startFlow: START_VELOCITY * area,
    pipe: numbers,
    evaluate(q, out) {
      if (!bank) {
        bank = new PipeBank(1);
        bank.set(0, numbers);
      }
      ONE.flow[0] = q;
      // Twice: the second evaluation starts from the first one’s friction factor, as a solver’s last turn does.
      for (let k = 0; k < 2; k++) bank.evaluate(ONE.which, 1, ONE.flow, ONE.loss, ONE.slope);
      out[0] = ONE.loss[0]!;
      out[1] = ONE.slope[0]!;
    },
  };
}

/**
 * Pressure lost by a law at a flow.
 * @param law any loss law
 * @param flow m³/s
 * @returns Pa
 * @source see the law
 * @example lossAt(fixedLoss({ k: 2, bore: 0.01, density: 745 }), 0.0001) // => 1207.8
 */
export function lossAt(law: LossLaw, flow: number): number {
  const out = new Float64Array(3);
  law.evaluate(flow, out);
  return out[0]!;
}

/**
 * A component known by K on a bore: ΔP = K·ρV²/2, linear below 2 L/h.
 * @param part K, bore m, density kg/m³
 * @returns loss law
 * @source definition of K
 * @example lossAt(fixedLoss({ k: 1, bore: 0.01, density: 745 }), 0.0001) // => 603.9
 */
export function fixedLoss(part: {
  readonly k: number;
  readonly bore: number;
  readonly density: number;
}): LossLaw {
  const area = (Math.PI * part.bore * part.bore) / 4;
  const r = (part.k * part.density) / (2 * area * area);
  const q02 = LINEAR_BELOW * LINEAR_BELOW;
  return {
    form: 'loss',
    startFlow: START_VELOCITY * area,
    evaluate(q, out) {
      const root = Math.sqrt(q * q + q02);
      out[0] = r * q * root;
      out[1] = r * (root + (q * q) / root) + 1e-3;
    },
  };
}

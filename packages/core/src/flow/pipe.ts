import { darcyFriction, type Friction } from './friction.ts';
import { LINEAR_BELOW } from './minor-losses.ts';
import type { LossLaw } from './link-law.ts';

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
  const friction = (pipe.length / pipe.bore) * (pipe.lossMultiplier ?? 1) * half;
  const minor = pipe.minorK * half;
  const reynoldsPerFlow = pipe.bore / (area * fluid.kinematicViscosity);
  const relative = pipe.roughness / pipe.bore;
  const scratch: Friction = { f: 0, slope: 0 };
  const q02 = LINEAR_BELOW * LINEAR_BELOW;
  // 64/Re · Q² is linear in Q: written out, it has a slope at Q = 0.
  const laminar = (friction * 64) / reynoldsPerFlow;
  return {
    form: 'loss',
    startFlow: area,
    evaluate(q, out) {
      const abs = Math.abs(q);
      const re = abs * reynoldsPerFlow;
      const root = Math.sqrt(abs * abs + q02);
      let h = minor * abs * root;
      let slope = minor * (root + (abs * abs) / root);
      if (re <= 2000) {
        h += laminar * abs;
        slope += laminar;
      } else {
        darcyFriction(re, relative, scratch);
        h += friction * scratch.f * abs * abs;
        slope += friction * (scratch.slope * reynoldsPerFlow * abs * abs + 2 * scratch.f * abs);
      }
      out[0] = q < 0 ? -h : h;
      out[1] = slope;
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
    startFlow: area,
    evaluate(q, out) {
      const root = Math.sqrt(q * q + q02);
      out[0] = r * q * root;
      out[1] = r * (root + (q * q) / root) + 1e-3;
    },
  };
}

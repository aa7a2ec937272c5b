import type { JobDocument } from '../document/job-document.ts';
import { gauge } from '../quantities/pressure.ts';
import { engineDrawOf, fuelOf, operatingStates } from '../engine/states.ts';
import { Engine } from '../engine/engine.ts';

/** What the plan can feed at one manifold pressure. */
export interface EnvelopePoint {
  /** Pa gauge. */
  readonly boostPa: number;
  /** Flow the feed side delivers at the rail pressure that boost asks for, m³/s. */
  readonly available: number;
  /** Power it feeds with the margin wanted, on the basis the power is given in, W. */
  readonly powerW: number;
}

/**
 * The operating envelope: power the plan can feed over manifold pressure, from none to half as much again as the pull's.
 * @param doc job document
 * @param steps points over the range
 * @returns boost Pa gauge, available flow m³/s, power W with the design margin kept
 * Validity: charging volts, steady; the mixture of the brief at every point.
 * @throws nothing; a point that does not settle is left out
 * @source joint solve with every bypass shut
 * @example operatingEnvelope(fullReturnJob('x'), 5).length // => 5
 */
export function operatingEnvelope(doc: JobDocument, steps: number): EnvelopePoint[] {
  const last = operatingStates(doc)
    .filter((s) => s.kind === 'pull')
    .at(-1);
  if (!last) return [];
  const engine = engineDrawOf(doc, fuelOf(doc));
  const perWatt = (engine.bsfc * engine.fuelFactor) / (engine.density * (1 - engine.drivetrainLoss));
  const most = Math.max(70e3, ...doc.brief.pull.map((p) => p.boostPa)) * 1.5;
  const solver = new Engine(doc);
  return Array.from({ length: steps }, (_, i) => (most * i) / (steps - 1)).flatMap((boostPa) => {
    const best = solver.available({ ...last, manifold: gauge(boostPa) });
    if (!best) return [];
    return [{ boostPa, available: best.flow, powerW: best.flow / perWatt / (1 + doc.brief.designMargin) }];
  });
}

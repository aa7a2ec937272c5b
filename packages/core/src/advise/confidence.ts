import type { JobDocument } from '../document/job-document.ts';
import { normalQuantile, quasiRandom } from '../numerics/quasi-random.ts';
import { Engine } from '../engine/engine.ts';
import { otherwise, type Parameters } from '../engine/parameters.ts';
import { operatingStates } from '../engine/states.ts';
import { spreadsOf, spreadWords, UNCERTAIN, type PlanSpreads } from './spreads.ts';

export { UNCERTAIN } from './spreads.ts';

export interface ConfidenceSample {
  /** Standard scores of the inputs, in the order of UNCERTAIN. */
  readonly inputs: readonly number[];
  /** Supply margin at the state asked for. */
  readonly margin: number;
}

export interface Confidence {
  readonly samples: number;
  /** Share of samples whose demand is met: margin ≥ 0. The spread stands in for the design margin, never adds to it. */
  readonly met: number;
  /** Margin at 5, 50 and 95 % of the samples. */
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  /** Share of the spread each input accounts for, largest first. */
  readonly drivers: readonly { readonly name: string; readonly words: string; readonly share: number }[];
}

/**
 * A stretch of a confidence run: the plan solved with its uncertain inputs drawn anew for each sample. Taken in stretches,
 * so that a caller can show progress and stop.
 * @param doc job document
 * @param stateId operating state to judge, usually the tightest of the pull
 * @param first index of the first sample
 * @param count how many samples
 * @param seed another seed, another draw
 * @returns inputs (standard scores) and supply margin of each sample
 * Validity: inputs independent and normal; spreads are estimates, by where each figure comes from (see spreadsOf).
 * @throws nothing; a sample that does not settle is left out
 * @source quasi-Monte Carlo with a shifted Halton sequence (Halton 1960)
 * @example confidenceSamples(fullReturnJob('x'), 'pull-3', 0, 3, 1).length // => 3
 */
export function confidenceSamples(
  doc: JobDocument,
  stateId: string,
  first: number,
  count: number,
  seed: number,
): ConfidenceSample[] {
  const out: ConfidenceSample[] = [];
  const spreads = spreadsOf(doc);
  let last: Engine | undefined;
  for (let n = first; n < first + count; n++) {
    const inputs = quasiRandom(n, UNCERTAIN.length, seed).map(normalQuantile);
    const parameters = varied(spreads, inputs);
    const state = operatingStates(doc, parameters).find((s) => s.id === stateId);
    if (!state || state.draw <= 0) continue;
    last = new Engine(doc, parameters, last);
    // Each sample from a cold start: the same draw gives the same answer, in whatever stretches it is taken.
    last.restart();
    const best = last.available(state);
    if (best) out.push({ inputs, margin: best.flow / state.draw - 1 });
  }
  return out;
}

/**
 * The plan's parameters with every uncertain input moved by its standard score.
 * @param spreads how well the figures are known, each as two standard deviations
 * @param inputs standard scores, in the order of UNCERTAIN: 2 takes an input to the end of its spread
 * @returns parameters of the engine
 * Validity: scores of some ±4; a factor that would come near zero is held above it.
 * @throws nothing
 * @source own convention
 * @example varied(spreadsOf(fullReturnJob('x')), [0, 0, 0, 0, 0, 2, 0]).roughness // => 2
 */
export function varied(spreads: PlanSpreads, inputs: readonly number[]): Parameters {
  const [bsfc, pump, ethanol, volts, fittings, roughness, lengths] = inputs.map((z) => z / 2) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return otherwise({
    consumption: 1 + bsfc * spreads.bsfc,
    ethanol: ethanol * spreads.ethanol,
    chargingV: volts * spreads.volts,
    minorK: Math.max(0.2, 1 + fittings * spreads.fittings),
    roughness: 2 ** (roughness * spreads.roughness),
    pumpFlow: factors(spreads.pumps, pump),
    lengths: factors(spreads.lengths, lengths),
  });
}

/** Each a factor: all pumps, or all hoses, off to the same side, each as far as it is uncertain. */
const factors = (
  spreads: Readonly<Record<string, number>>,
  score: number,
): Readonly<Record<string, number>> =>
  Object.fromEntries(Object.entries(spreads).map(([id, spread]) => [id, Math.max(0.1, 1 + score * spread)]));

/**
 * What a confidence run says.
 * @param samples samples from confidenceSamples, any number of stretches together
 * @param doc the plan they were taken of: how well its figures are known
 * @returns share met, margins at 5/50/95 %, and each input's share of the spread (squared correlation, made to add to 1)
 * Validity: samples of one seeded run; fewer than 20 give shares too coarse to read.
 * @throws nothing; no samples give NaN
 * @source squared correlation as variance share (linear model), standard texts
 * @example summarizeConfidence([{ inputs: [0, 0, 0, 0, 0, 0, 0], margin: 0.2 }], fullReturnJob('x')).met // => 1
 */
export function summarizeConfidence(samples: readonly ConfidenceSample[], doc: JobDocument): Confidence {
  const words = spreadWords(doc);
  const margins = samples.map((s) => s.margin).sort((a, b) => a - b);
  const at = (p: number): number =>
    margins[Math.min(margins.length - 1, Math.floor(p * margins.length))] ?? NaN;
  const squares = UNCERTAIN.map(
    (_, i) =>
      correlation(
        samples.map((s) => s.inputs[i]!),
        samples.map((s) => s.margin),
      ) ** 2,
  );
  const total = squares.reduce((a, b) => a + b, 0) || 1;
  return {
    samples: samples.length,
    met: margins.filter((m) => m >= 0).length / margins.length,
    low: at(0.05),
    middle: at(0.5),
    high: at(0.95),
    drivers: UNCERTAIN.map(({ key, name }, i) => ({
      name,
      words: words[key],
      share: squares[i]! / total,
    })).sort((a, b) => b.share - a.share),
  };
}

function correlation(x: readonly number[], y: readonly number[]): number {
  const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length;
  const mx = mean(x);
  const my = mean(y);
  let sxy = 0;
  let sxx = 0;
  let syy = 0;
  x.forEach((xi, i) => {
    sxy += (xi - mx) * (y[i]! - my);
    sxx += (xi - mx) ** 2;
    syy += (y[i]! - my) ** 2;
  });
  return sxx > 0 && syy > 0 ? sxy / Math.sqrt(sxx * syy) : 0;
}

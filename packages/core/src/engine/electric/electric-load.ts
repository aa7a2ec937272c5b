import type { Circuit, JobDocument } from '../../document/job-document.ts';
import type { CircuitSolution } from './circuit-elements.ts';
import { motorInrush, type Inrush } from '../../kinds/wiring/fuse/fuse.ts';
import { loadKind } from '../../kinds/wiring/index.ts';
import type { PlacedSegment } from './circuits.ts';
import type { StateResult, StateValues } from '../results.ts';
import type { OperatingState } from '../states.ts';

/** A circuit at the state in which it carries most. */
export interface Loaded {
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly solution: CircuitSolution;
  readonly state: OperatingState;
  readonly inrush: Inrush;
}

/** Winding resistance of what a circuit feeds, Ω; undefined: no motor, no inrush worth naming. */
function windingOf(doc: JobDocument, loadId: string): number | undefined {
  const pump = doc.plumbing.elements[loadId];
  if (pump?.kind === 'pump') return pump.armatureOhms;
  const load = doc.wiring.loads?.[loadId];
  return load ? (loadKind(load).winding(load) ?? undefined) : undefined;
}

/**
 * The circuit of a pump or other load in one state.
 * @param values figures of a state
 * @param loadId pump or other load
 * @returns currents A and volts V; undefined where it is off or has no circuit
 * Validity: settled states.
 * @throws nothing
 * @source see PowerNetwork
 * @example circuitOf(undefined, 'pump') // => undefined
 */
export const circuitOf = (
  values: StateValues | null | undefined,
  loadId: string,
): CircuitSolution | undefined =>
  values?.pumps.find((p) => p.id === loadId)?.circuit ?? values?.loads.find((l) => l.id === loadId)?.circuit;

/** The circuit of a load in every state it is on in. */
export const circuitStates = (
  states: readonly StateResult[],
  loadId: string,
): { readonly state: OperatingState; readonly solution: CircuitSolution }[] =>
  states.flatMap(({ state, values }) => {
    const solution = circuitOf(values, loadId);
    return solution ? [{ state, solution }] : [];
  });

const inrushOf = (
  doc: JobDocument,
  loadId: string,
  supplyVolts: number,
  solution: CircuitSolution,
): Inrush => {
  const winding = windingOf(doc, loadId);
  const loop = solution.loopOhms + doc.brief.electrical.sourceOhms;
  return winding === undefined
    ? { peak: solution.amps, steady: solution.amps, tau: 0 }
    : motorInrush(supplyVolts, loop, winding, solution.amps);
};

/** What a piece carries where this load draws most, A. */
export const carriedBy = ({ solution }: Loaded, piece: Pick<PlacedSegment, 'id' | 'circuitId'>): number =>
  [...solution.feed, ...solution.ground].find((d) => d.id === piece.id && d.circuitId === piece.circuitId)
    ?.amps ?? 0;

/**
 * The state in which a circuit carries most.
 * @param doc job document
 * @param states its operating states
 * @param circuitId circuit
 * @returns the state and its circuit, A and V; undefined where its load never runs
 * Validity: settled states.
 * @throws nothing
 * @source see PowerNetwork
 * @example hardest(fullReturnJob('x'), [], 'pump-circuit') // => undefined
 */
export function hardest(
  doc: JobDocument,
  states: readonly StateResult[],
  circuitId: string,
): Loaded | undefined {
  const circuit = doc.wiring.circuits[circuitId]!;
  const worst = circuitStates(states, circuit.loadId).sort((a, b) => b.solution.amps - a.solution.amps)[0];
  if (!worst) return undefined;
  const { state, solution } = worst;
  return {
    circuitId,
    circuit,
    solution,
    state,
    inrush: inrushOf(doc, circuit.loadId, state.supplyVolts, solution),
  };
}

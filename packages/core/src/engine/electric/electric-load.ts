import type { Circuit, ElementOf, JobDocument } from '../../document/job-document.ts';
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

/** A brushless pump's controller starts it softly: at most this times its running current (common practice). */
const SOFT_START = 1.3;
/** How long it takes over it, s (estimate). */
const SOFT_START_S = 0.5;

/** What a pump takes as it starts: a brushed motor that stands, or a controller that brings it up. */
export const pumpInrush = (
  pump: Pick<ElementOf<'pump'>, 'type' | 'armatureOhms'>,
  volts: number,
  loopOhms: number,
  amps: number,
): Inrush =>
  pump.type === 'brushless'
    ? { peak: SOFT_START * amps, steady: amps, tau: SOFT_START_S }
    : motorInrush(volts, loopOhms, pump.armatureOhms, amps);

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

/** What a circuit's load takes as it starts: no motor, no inrush worth naming. */
function inrushOf(doc: JobDocument, loadId: string, supplyVolts: number, solution: CircuitSolution): Inrush {
  const loop = solution.loopOhms + doc.brief.electrical.sourceOhms;
  const pump = doc.plumbing.elements[loadId];
  if (pump?.kind === 'pump') return pumpInrush(pump, supplyVolts, loop, solution.amps);
  const load = doc.wiring.loads?.[loadId];
  const winding = load ? loadKind(load).winding(load) : null;
  return winding === null
    ? { peak: solution.amps, steady: solution.amps, tau: 0 }
    : motorInrush(supplyVolts, loop, winding, solution.amps);
}

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

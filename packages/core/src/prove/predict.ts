import type { JobDocument } from '../document/job-document.ts';
import { Engine } from '../engine/engine.ts';
import { evaluateState } from '../engine/observe/state-result.ts';
import type { Parameters } from '../engine/parameters.ts';
import type { StateResult, StateValues } from '../engine/results.ts';
import { operatingStates, type StateKind } from '../engine/states.ts';

/**
 * The car a reading is predicted for: its plan, and what is otherwise than planned. The plan itself for the page and the server;
 * a fault nobody is told of for a simulated instrument.
 */
export interface Car {
  readonly doc: JobDocument;
  readonly parameters: Parameters;
}

export interface Solved {
  readonly of: StateResult;
  readonly v: StateValues;
}

/** A car's engine with the states it has solved: every list asks for one or another of them. */
interface Bench {
  readonly engine: Engine;
  readonly states: Map<StateKind, Solved | null>;
}
/** Documents and parameters are never written to. */
const BENCHES = new WeakMap<JobDocument, WeakMap<Parameters, Bench>>();

function benchOf({ doc, parameters }: Car): Bench {
  const byParameters = BENCHES.get(doc) ?? new WeakMap<Parameters, Bench>();
  BENCHES.set(doc, byParameters);
  const bench = byParameters.get(parameters) ?? { engine: new Engine(doc, parameters), states: new Map() };
  byParameters.set(parameters, bench);
  return bench;
}

/** A state’s numbers, where it settled. */
export function solvedAt(car: Car, kind: StateKind): Solved | null {
  const { engine, states } = benchOf(car);
  const kept = states.get(kind);
  if (kept !== undefined) return kept;
  const state = operatingStates(car.doc, car.parameters).find((s) => s.kind === kind);
  const of = state && evaluateState(engine, state);
  const solved = of?.values ? { of, v: of.values } : null;
  states.set(kind, solved);
  return solved;
}

import type { JobDocument } from '@venula/core/document';
import { AS_PLANNED, otherwise, type Parameters } from '@venula/core/engine';
import type { LeakWay } from '@venula/core/prove';

/** Something wrong with the simulated car that nobody at the page is told of; a lead chooses it. */
export interface Fault {
  readonly id: string;
  readonly name: string;
  /** What is otherwise than planned. */
  readonly parameters: (doc: JobDocument) => Parameters;
  /** Fuel or gas gets out this way, m³/s at the pressure of the hold. */
  readonly leak?: { readonly way: LeakWay; readonly m3s: number };
  /** The gauge falls silent for some seconds every so often. */
  readonly dropsOut?: true;
}

const first = (doc: JobDocument, kind: string): string | undefined =>
  Object.entries(doc.plumbing.elements).find(([, e]) => e.kind === kind)?.[0];

const ofAll = (doc: JobDocument, kinds: readonly string[], value: number): Record<string, number> =>
  Object.fromEntries(
    Object.entries(doc.plumbing.elements).flatMap(([id, e]) => (kinds.includes(e.kind) ? [[id, value]] : [])),
  );

/** The ground joint of the first pump's circuit. */
function groundJoint(doc: JobDocument): Record<string, Record<string, number>> {
  for (const [id, circuit] of Object.entries(doc.wiring.circuits)) {
    if (doc.plumbing.elements[circuit.loadId]?.kind !== 'pump') continue;
    const joint = circuit.ground.find((s) => circuit.segments[s]?.kind === 'chassis');
    if (joint) return { [id]: { [joint]: OPEN_OHMS } };
  }
  return {};
}

/** Rust and paint under a lug. */
const OPEN_OHMS = 40;
/** 4 drops a second. */
const LEAK = 1e-7;

const planned = (): Parameters => AS_PLANNED;

export const FAULTS: readonly Fault[] = [
  { id: 'none', name: 'As planned', parameters: planned },
  {
    id: 'set-low',
    name: 'Regulator set 6 psi low',
    parameters: (doc) =>
      otherwise({ setMore: ofAll(doc, ['bypass-regulator', 'blocking-regulator'], -41_368) }),
  },
  {
    id: 'worn-pump',
    name: 'First pump worn by a third',
    parameters: (doc) => {
      const pump = first(doc, 'pump');
      return otherwise(pump ? { pumpFlow: { [pump]: 0.67 } } : {});
    },
  },
  {
    id: 'blocked-filter',
    name: 'Filter all but blocked',
    parameters: (doc) => otherwise({ clogged: ofAll(doc, ['filter'], 0.97) }),
  },
  {
    id: 'open-ground',
    name: 'Ground of the first pump open',
    parameters: (doc) => otherwise({ jointOhms: groundJoint(doc) }),
  },
  {
    id: 'leaks-back',
    name: 'Regulator leaks to the return',
    parameters: planned,
    leak: { way: 'return', m3s: LEAK },
  },
  {
    id: 'leaks-to-tank',
    name: 'Check valve leaks back',
    parameters: planned,
    leak: { way: 'feed', m3s: LEAK },
  },
  {
    id: 'leaks-out',
    name: 'A joint at the rail leaks',
    parameters: planned,
    leak: { way: 'rail', m3s: LEAK },
  },
  { id: 'drops-out', name: 'Gauge loses its connection', parameters: planned, dropsOut: true },
];

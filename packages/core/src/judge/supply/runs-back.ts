import type { JobDocument } from '../../document/job-document.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule, type SettledState } from '../context.ts';
import { isOn, starves, withPumps } from './pumps-at.ts';

export type RunsBack = Found<
  'RUNS_BACK',
  {
    readonly state: StateName;
    /** What pushes the fuel: pumps that run, or the car's own supply. */
    readonly pushers: readonly string[];
    /** What those pump together, m³/s. */
    readonly pumped: number;
    /** What the rail has and should have, Pa gauge. */
    readonly rail: number;
    readonly required: number;
  }
>;

/** Backward flow that is worth a word, m³/s: 5 L/h (estimate). */
export const TOLD = 5e-3 / 3600;

const judged = new WeakMap<FindingContext, RunsBack[]>();

/** Fuel that a running pump pushes back to the tank through one that is off and has no check valve. */
export const runsBackRule: FindingRule<RunsBack> = (context) => {
  let known = judged.get(context);
  if (!known) {
    known = Object.keys(context.doc.plumbing.elements).flatMap((id) => runsBack(context, id));
    judged.set(context, known);
  }
  return [...known];
};

function runsBack(context: FindingContext, id: string): RunsBack[] {
  const e = context.doc.plumbing.elements[id]!;
  if (e.kind !== 'pump' || e.outletCheck) return [];
  const through = settled(context)
    .flatMap((s) => {
      const back = backThrough(s, id);
      return back > TOLD && s.state.pumpsOn ? [{ ...s, back }] : [];
    })
    .sort((a, b) => marginOf(a) - marginOf(b) || b.back - a.back);
  const [worst] = through;
  if (!worst) return [];
  const { values, state, back } = worst;
  const running = values.pumps.filter((p) => isOn(p) && p.flow > 0);
  const supplies = Object.values(context.doc.plumbing.junctions).flatMap((j) =>
    j.kind === 'factory' ? [j.name] : [],
  );
  return [
    {
      code: 'RUNS_BACK',
      severity: through.some(starves) ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'part', id, name: e.name },
      stateId: state.id,
      dimension: 'flow',
      value: back,
      limit: 0,
      figures: {
        state,
        pushers: running.length > 0 ? running.map((p) => p.name) : supplies,
        pumped: running.reduce((sum, p) => sum + p.flow, 0),
        rail: values.railGauge,
        required: values.required,
      },
    },
  ];
}

/** Flow back through a pump that is off, m³/s; 0 for one that runs. */
function backThrough({ values }: SettledState, id: string): number {
  const pump = values.pumps.find((p) => p.id === id);
  const station = values.stations.find((s) => s.elementId === id);
  if (!pump || isOn(pump) || !station) return 0;
  return Math.max(0, -station.flow);
}

const marginOf = ({ values }: SettledState): number => values.margin ?? Infinity;

/**
 * The plan with every pump that fuel runs back through held shut: what is short in it is short for another reason, and what is not
 * follows from the missing valve.
 */
export function heldShut(doc: JobDocument, found: readonly RunsBack[]): JobDocument {
  const leaky = new Set(found.map(({ place }) => place.id));
  return withPumps(doc, (id, pump) => (leaky.has(id) ? { ...pump, outletCheck: true } : pump));
}

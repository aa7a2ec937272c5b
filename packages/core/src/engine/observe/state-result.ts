import { injectorDuty } from '../../demand/injectors.ts';
import { absolute, gauge, toAbsolute } from '../../quantities/pressure.ts';
import { branchLoss } from '../../flow/branch-losses.ts';
import { darcyFriction } from '../../flow/friction.ts';
import { LINEAR_BELOW } from '../../flow/minor-losses.ts';
import { fuelProperties } from '../../fuel/fuel.ts';
import { heldPressure } from '../required.ts';
import { tankBalance } from './tank-balance.ts';
import { type Engine } from '../engine.ts';
import { pumpFlow, type CoupledSolution } from '../coupled-solution.ts';
import { CUT_OFF } from '../limits/short-rails.ts';
import type {
  PumpResult,
  RegulatorResult,
  RunResult,
  StateResult,
  StateValues,
  StationResult,
} from '../results.ts';
import type { Blend } from '../../fuel/fuel.ts';
import { findRoot } from '../../numerics/root.ts';
import type { AbsolutePressure } from '../../quantities/pressure.ts';
import type { PipeGeometry } from '../../flow/pipe.ts';
import type { OperatingState, StateKind } from '../states.ts';
import { trappedVolumes } from '../trapped.ts';

/** Solves one operating state and says everything about it. */
export function evaluateState(solver: Engine, state: OperatingState): StateResult {
  const unsolved = { state, converged: false, iterations: 0, worstNode: '', warnings: [], values: null };
  if (solver.model.railIds.length === 0) {
    return { ...unsolved, ending: { how: 'no-rail' } };
  }
  const { unusable } = solver.model;
  if (unusable) {
    const { name, fault } = unusable;
    return { ...unsolved, ending: { how: 'unusable', name, fault }, worstNode: unusable.id };
  }
  if (state.kind === 'hot-soak' && trappedVolumes(solver.doc).some((v) => v.rails.length > 0)) {
    // Closed in, fuel follows the heat and no steady flow: the finding tells the rise, and no number is made up here.
    return { ...unsolved, converged: true, ending: { how: 'closed-in' } };
  }
  if (state.draw > 0 && !solver.fed(state)) {
    const [id = ''] = solver.model.railIds;
    const ending = { how: 'dry-rail', name: solver.doc.plumbing.junctions[id]!.name } as const;
    return { ...unsolved, ending, worstNode: id };
  }
  const solved = solver.solve(state);
  const head = {
    state,
    converged: solved.converged,
    ending: solved.ending,
    iterations: solved.iterations,
    worstNode: solved.worstNode,
    warnings: [...solver.model.fuelOutside, ...solved.warnings],
  };
  const dry = solved.solution && dryRail(solver, state, solved.solution);
  if (dry) {
    const ending = { how: 'dry-rail', name: dry } as const;
    return { ...head, converged: false, ending, worstNode: dry, values: null };
  }
  return { ...head, values: solved.solution ? stateValues(solver, state, solved.solution) : null };
}

/** Less than this share of what the engine wants is seepage. */
const SEEPS = 1e-3;
/** A rail that stands at more than this share of what is wanted is fed: its injectors only see no pressure. */
const STANDS = 0.1;

/** A rail nothing feeds: no number is given for it. One that is fed too little keeps its numbers, for the margin. */
function dryRail(
  { doc, model }: Engine,
  state: OperatingState,
  { network, delivered }: CoupledSolution,
): string | undefined {
  const seeps = delivered < SEEPS * state.draw;
  const stands = STANDS * model.demand.at(state);
  return model.railIds
    .filter((id) => {
      const rail = network.pressures.get(id) ?? 0;
      return rail < CUT_OFF || (seeps && rail < stands);
    })
    .map((id) => doc.plumbing.junctions[id]!.name)[0];
}

function stateValues(solver: Engine, state: OperatingState, solution: CoupledSolution): StateValues {
  const { doc } = solver;
  const { network } = solution;
  const railGauge = gauge(solver.model.lowestRail(network));
  const differential = railGauge - state.manifold;
  const { delivered } = solution;
  const duty = injectorDuty(
    {
      count: doc.brief.injectors.count,
      staticFlow: doc.brief.injectors.staticFlowM3s,
      ratedPa: doc.brief.injectors.ratedPa,
    },
    Math.max(0, state.draw),
    differential,
  );
  const loaded = state.kind === 'pull' || state.kind === 'cruise';
  const available = (loaded ? solver.available(state)?.flow : null) ?? null;
  const stations = stationResults(solver, solution);
  const regulator = regulatorResult(solver, state, stations);
  return {
    railGauge,
    railDifferential: differential,
    required: gauge(solver.model.demand.at(state)),
    least: gauge(solver.model.demand.least(state)),
    pumpFlow: pumpFlow(solution),
    bypassFlow: regulator?.bypass ?? 0,
    injectorFlow: delivered,
    delivered: state.draw > 0 ? Math.min(1, delivered / state.draw) : 1,
    pumps: pumpResults(solver, solution, state.kind),
    regulator,
    loads: [...solution.loads].map(([id, circuit]) => ({
      id,
      name: doc.wiring.loads?.[id]?.name ?? id,
      circuit,
    })),
    balance: tankBalance(doc, solver.model.graph, network),
    stations,
    junctions: Object.fromEntries(
      Object.keys(doc.plumbing.junctions).map((id) => [id, network.pressures.get(id) ?? gauge(NaN)]),
    ),
    available,
    margin: available !== null && state.draw > 0 ? available / state.draw - 1 : null,
    // On the low side of direct injection the injectors’ duty means nothing.
    injectorDuty: solver.model.demand.floor !== null || duty === null ? null : Math.min(1, duty),
  };
}

function stationResults(solver: Engine, solution: CoupledSolution): StationResult[] {
  const { model } = solver;
  const lost = new Map<string, number>();
  const settled = model.stations.flatMap((at) => {
    const link = solution.network.links.get(at.elementId);
    if (!link) return [];
    if (at.kind !== 'pump')
      lost.set(at.pathId, (lost.get(at.pathId) ?? 0) + Math.max(0, link.pUp - link.pDown));
    return [{ at, link }];
  });
  const branched = branchedLosses(model, solution);
  // Written out field by field: spreads of some thousand stations cost more than solving them.
  return settled.map(({ at, link }): StationResult => {
    const station: Writable<StationResult> = {
      elementId: at.elementId,
      pathId: at.pathId,
      kind: at.kind,
      name: at.name,
      pUp: link.pUp,
      pDown: link.pDown,
      zUp: at.zUp,
      zDown: at.zDown,
      flow: link.flow,
    };
    if (link.state) station.valve = link.state;
    if (at.pipe)
      station.run = runResult(
        at.pipe,
        link.flow,
        model.fuel,
        lost.get(at.pathId) ?? 0,
        branched.get(at.elementId) ?? 0,
      );
    return station;
  });
}

/** What hoses lose in the tees and Ys they are legs of, Pa. */
function branchedLosses({ branches, graph }: Engine['model'], { network }: CoupledSolution) {
  const lost = new Map<string, number>();
  const flowOf = (l: number): number => network.links.get(graph.links[l]!.id)?.flow ?? 0;
  for (const { link, all, numbers } of branches) {
    const { id } = graph.links[link]!;
    const whole = all.reduce((sum, l) => sum + flowOf(l), 0);
    lost.set(id, (lost.get(id) ?? 0) + branchLoss(numbers, whole, flowOf(link)));
  }
  return lost;
}

type Writable<T> = { -readonly [K in keyof T]: T[K] };

function runResult(
  pipe: PipeGeometry,
  flow: number,
  fuel: { readonly density: number; readonly kinematicViscosity: number },
  lostOnPath: number,
  inBranches: number,
): RunResult {
  const area = (Math.PI * pipe.bore ** 2) / 4;
  const velocity = Math.abs(flow) / area;
  const reynolds = (velocity * pipe.bore) / fuel.kinematicViscosity;
  const { f } = darcyFriction(Math.max(reynolds, 1e-6), pipe.roughness / pipe.bore);
  const head = (fuel.density * velocity ** 2) / 2;
  const loss = ((f * pipe.length) / pipe.bore + pipe.minorK) * head + inBranches;
  // A leg with next to no flow has no length that would lose as much.
  const fittings = pipe.minorK + (Math.abs(flow) > LINEAR_BELOW ? inBranches / head : 0);
  return {
    velocity,
    reynolds,
    loss,
    share: lostOnPath > 0 ? loss / lostOnPath : 0,
    equivalentLength: (fittings * pipe.bore) / f,
  };
}

/** Fuel that is heated further boils instead: no warmer than its boiling point at the pressure it stands at. */
function liquidAt(
  blend: Blend,
  kelvin: number,
  pressure: AbsolutePressure,
): { readonly inletK: number; readonly vapourPressure: AbsolutePressure } {
  const over = (k: number): number => fuelProperties(blend, k).vapourPressure - pressure;
  if (kelvin <= COLDEST || over(kelvin) <= 0 || over(COLDEST) >= 0)
    return { inletK: kelvin, vapourPressure: fuelProperties(blend, kelvin).vapourPressure };
  const { x } = findRoot(over, COLDEST, kelvin, 0.01);
  return { inletK: x, vapourPressure: pressure };
}

/** Below this no fuel boils in a car, K. */
const COLDEST = 243;

function pumpResults(solver: Engine, solution: CoupledSolution, kind: StateKind): PumpResult[] {
  const { doc, model } = solver;
  const temperature = solver.temperatures.at(solution, kind);
  const inlets = new Map(model.graph.links.map((l) => [l.id, l.from]));
  return [...solution.pumps].map(([id, pump]): PumpResult => {
    const inlet = toAbsolute(solution.network.links.get(id)!.pUp, absolute(doc.brief.barometricPa));
    const { inletK, vapourPressure } = liquidAt(doc.brief.fuel, temperature(inlets.get(id) ?? ''), inlet);
    return {
      ...pump,
      id,
      name: doc.plumbing.elements[id]!.name,
      inlet,
      inletK,
      vapourPressure,
      suctionMargin: inlet - vapourPressure,
    };
  });
}

function regulatorResult(
  solver: Engine,
  state: OperatingState,
  stations: readonly StationResult[],
): RegulatorResult | null {
  const [id, e] = solver.model.demand.ruling ?? [];
  const station = stations.find((s) => s.elementId === id);
  if (!station || !id || !e) return null;
  const setFlow = e.setFlowM3s ?? solver.adjustFlows().get(station.elementId) ?? 0;
  const held =
    heldPressure(solver.doc, solver.model.turned(id, e), state) + e.droop * (station.flow - setFlow);
  const raised =
    station.valve === 'overrun'
      ? stations.find((s) => s.kind === 'rising-rate' && s.valve === 'regulating')
      : undefined;
  return {
    id: station.elementId,
    name: station.name,
    valve: station.valve ?? 'closed',
    returnPressure: station.pDown,
    bypass: station.flow,
    capacity: state.pumpsOn
      ? (solver.solve(state, 'capacity').solution?.network.links.get(station.elementId)?.flow ?? NaN)
      : NaN,
    over: station.valve === 'overrun' ? Math.max(0, station.pUp - held) : 0,
    raisedBy: raised?.elementId ?? null,
  };
}

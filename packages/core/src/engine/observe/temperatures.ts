import type { FuelProperties } from '../../fuel/fuel.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { SparseLu } from '../../numerics/sparse-lu.ts';
import type { CoupledSolution } from '../coupled-solution.ts';
import type { PlumbingGraph } from '../graph.ts';
import type { StateKind } from '../states.ts';
import { plumbingKind } from '../../kinds/index.ts';

/** Heat a line gives to or takes from the air around it, W/(m²·K) of its outside (estimate: still air and radiation). */
const LINE_HEAT = 10;
/** Wall of a hose or tube, m, for its outside (estimate). */
const WALL = 0.002;
/** Below this a line is taken as standing at the air around it: 0.1 L/h in m³/s. */
const STANDING = 1e-4 / 3600;
/** A pump heats at least this much fuel: what leaks inside it carries the rest back to where it stands, m³/s. */
const PUMP_LEAST = 5e-3 / 3600;

/** States that do not last, s: fuel is as warm as it gets in that time and no warmer. */
const LASTS: Partial<Record<StateKind, number>> = { cranking: 5, forced: 30, 'lift-off': 5 };
/** Steps such a time is taken in. */
const STEPS = 8;
/** Fuel inside a part that is no line, m³ (estimate). */
const INSIDE = 50e-6;

/**
 * Fuel temperature at every node: fuel mixes where ways meet, a pump puts all its electric power into what goes through it,
 * lines take or give heat to the air around them. Steady where a state lasts, else what is reached from the tank's temperature
 * in the time it does (backward Euler). Tanks stay at the brief's fuel temperature.
 * The equations' pattern is worked out once per design.
 */
export class FuelTemperatures {
  private readonly lu: SparseLu;
  private readonly links: readonly {
    readonly id: string;
    readonly from: number;
    readonly to: number;
    readonly pump: boolean;
    /** Heat given per kelvin, W/K, and the air around it, K. */
    readonly ua: number;
    readonly air: number;
  }[];
  /** Fuel that warms with a node, m³: half of what stands in the parts round it. */
  private readonly volumes: Float64Array;
  private readonly index: ReadonlyMap<string, number>;

  constructor(
    private readonly doc: JobDocument,
    private readonly fuel: FuelProperties,
    private readonly graph: PlumbingGraph,
  ) {
    this.index = new Map(graph.nodes.map((n, i) => [n.id, i]));
    const pairs: number[] = [];
    this.links = graph.links.map(({ id, from: a, to: b, does }) => {
      const from = this.index.get(a)!;
      const to = this.index.get(b)!;
      pairs.push(from, to);
      const part = does.role === 'part' ? does.part : undefined;
      const pump = part?.kind === 'pump';
      const line = part ? plumbingKind(part).line(part) : null;
      if (!line) return { id, from, to, pump, ua: 0, air: doc.brief.fuelK };
      const ua = LINE_HEAT * Math.PI * (line.bore + 2 * WALL) * line.length;
      return { id, from, to, pump, ua, air: airAround(doc, line.zone) };
    });
    this.lu = new SparseLu(graph.nodes.length, pairs);
    this.volumes = new Float64Array(graph.nodes.length);
    graph.links.forEach(({ does }, l) => {
      const line = does.role === 'part' ? plumbingKind(does.part).line(does.part) : null;
      const inside = line ? (Math.PI / 4) * line.bore ** 2 * line.length : INSIDE;
      for (const node of [this.links[l]!.from, this.links[l]!.to]) this.volumes[node]! += inside / 2;
    });
  }

  /** @returns K at a node */
  at({ network, pumps }: CoupledSolution, kind: StateKind): (nodeId: string) => number {
    const { lu, graph, index, volumes } = this;
    const lasts = LASTS[kind];
    const { fuelK } = this.doc.brief;
    const rhs = new Float64Array(graph.nodes.length);
    const inflow = new Float64Array(graph.nodes.length);
    const perFlow = this.fuel.density * this.fuel.heatCapacity;
    lu.clear();
    for (const link of this.links) {
      const flow = network.links.get(link.id)?.flow ?? 0;
      const [up, down] = flow > 0 ? [link.from, link.to] : [link.to, link.from];
      const q = Math.abs(flow);
      if (q < STANDING || graph.nodes[down]!.held) continue;
      const keeps = Math.exp(-link.ua / (perFlow * q));
      const pump = link.pump ? pumps.get(link.id) : undefined;
      const heat = pump ? (pump.volts * pump.current) / (perFlow * Math.max(q, PUMP_LEAST)) : 0;
      // q·T_node = q·(keeps·T_up + (1 − keeps)·T_air + heat), summed over what flows in.
      inflow[down]! += q;
      lu.values[lu.position(down, up)]! -= q * keeps;
      rhs[down]! += q * ((1 - keeps) * link.air + heat);
    }
    const perStep = lasts === undefined ? 0 : STEPS / lasts;
    graph.nodes.forEach((_, i) => {
      const fed = inflow[i]! > 0;
      lu.values[lu.position(i, i)]! += fed ? inflow[i]! + volumes[i]! * perStep : 1;
      // Tanks and dead ends stand at the fuel's own temperature.
      if (!fed) rhs[i] = fuelK;
    });
    if (lu.factor() >= 0) return () => fuelK;
    let kelvin: Float64Array = new Float64Array(rhs.length).fill(fuelK);
    for (let step = 0; step < (lasts === undefined ? 1 : STEPS); step++) {
      const next = rhs.map((r, i) => (inflow[i]! > 0 ? r + volumes[i]! * perStep * kelvin[i]! : r));
      lu.solve(next);
      kelvin = next;
    }
    return (nodeId) => kelvin[index.get(nodeId) ?? -1] ?? fuelK;
  }
}

const airAround = (doc: JobDocument, zone: 'in-tank' | 'under-body' | 'engine-bay' | 'cabin'): number => {
  const { electrical, fuelK } = doc.brief;
  return zone === 'in-tank'
    ? fuelK
    : zone === 'under-body'
      ? electrical.underBodyK
      : zone === 'engine-bay'
        ? electrical.engineBayK
        : electrical.cabinK;
};

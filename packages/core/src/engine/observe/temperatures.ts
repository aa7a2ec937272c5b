import type { FuelProperties } from '../../fuel/fuel.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { SparseLu } from '../../numerics/sparse-lu.ts';
import type { CoupledSolution } from '../engine.ts';
import type { PlumbingGraph } from '../graph.ts';
import { plumbingKind } from '../../kinds/index.ts';

/** Heat a line gives to or takes from the air around it, W/(m²·K) of its outside (estimate: still air and radiation). */
const LINE_HEAT = 10;
/** Wall of a hose or tube, m, for its outside (estimate). */
const WALL = 0.002;
/** Below this a line is taken as standing at the air around it: 0.1 L/h in m³/s. */
const STANDING = 1e-4 / 3600;
/** A pump heats at least this much fuel: what leaks inside it carries the rest back to where it stands, m³/s. */
const PUMP_LEAST = 5e-3 / 3600;

/**
 * Steady fuel temperature at every node: fuel mixes where ways meet, a pump puts all its electric power into what goes
 * through it, lines take or give heat to the air around them. Tanks stay at the brief's fuel temperature.
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
  }

  /** @returns K at a node */
  at({ network, pumps }: CoupledSolution): (nodeId: string) => number {
    const { lu, graph, index } = this;
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
    graph.nodes.forEach((_, i) => {
      lu.values[lu.position(i, i)]! += inflow[i]! > 0 ? inflow[i]! : 1;
      // Tanks and dead ends stand at the fuel's own temperature.
      if (!(inflow[i]! > 0)) rhs[i] = fuelK;
    });
    if (lu.factor() >= 0) return () => fuelK;
    lu.solve(rhs);
    return (nodeId) => rhs[index.get(nodeId) ?? -1] ?? fuelK;
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

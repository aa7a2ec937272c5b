/** What the smallest pump of the catalogue moves, m³/s (300 L/h): at rest the residue of shut valves is held against it. */
import { Engine } from '../../src/engine/engine.ts';
import { operatingStates } from '../../src/engine/states.ts';
import type { JobDocument } from '../../src/public/document.ts';
import type { StateResult } from '../../src/public/engine.ts';
const SOME_FLOW = 300e-3 / 3600;

/** What leaves tanks, factory supplies and an emptying surge tank, less what the injectors pass (or what swells out of a hot rail), as a share of the flow. */
export function imbalance({ state, values }: StateResult): number {
  if (!values) return 0;
  const sum = (of: Readonly<Record<string, number>>) => Object.values(of).reduce((a, b) => a + b, 0);
  const largest = Math.max(SOME_FLOW, ...values.stations.map((s) => Math.abs(s.flow)));
  return (
    Math.abs(
      sum(values.balance.out) +
        sum(values.balance.falling) -
        (state.draw > 0 ? values.injectorFlow : state.draw),
    ) / largest
  );
}

/** What any node of the network gets and does not pass on, as a share of the largest flow, the worst of all states that settle. */
export function nodeImbalance(doc: JobDocument): number {
  const engine = new Engine(doc);
  const { graph } = engine.model;
  let worst = 0;
  for (const state of operatingStates(doc)) {
    if (!state.pumpsOn) continue;
    const { solution } = engine.solve(state);
    if (!solution) continue;
    const left = new Map<string, number>();
    let largest = SOME_FLOW;
    for (const { id, from, to } of graph.links) {
      const flow = solution.network.links.get(id)?.flow ?? 0;
      largest = Math.max(largest, Math.abs(flow));
      left.set(from, (left.get(from) ?? 0) - flow);
      left.set(to, (left.get(to) ?? 0) + flow);
    }
    for (const node of engine.model.nodes(state, 'running')) {
      if ('fixed' in node && node.fixed !== undefined) continue;
      const here = left.get(node.id) ?? 0;
      // A rail that runs short gives what its injectors pass: that is a link of its own, and no draw.
      const off = Math.min(Math.abs(here - node.draw), node.draw > 0 ? Math.abs(here) : Infinity);
      worst = Math.max(worst, off / largest);
    }
  }
  return worst;
}

/**
 * How far the volts of any circuit are from closing (source less every drop and the load), as a share of the source's, and
 * the currents of a shared piece from adding up: the worst of all.
 */
export function circuitImbalance(doc: JobDocument, states: readonly StateResult[]): number {
  let worst = 0;
  for (const { values } of states) {
    if (!values) continue;
    const on = [...values.pumps.map((p) => p.circuit), ...values.loads.map((l) => l.circuit)].filter(
      (c) => c !== undefined,
    );
    const through = new Map<string, number>();
    const told = new Map<string, number>();
    for (const c of on) {
      const lost = [...c.feed, ...c.ground].reduce((volts, d) => volts + d.drop, 0);
      worst = Math.max(worst, Math.abs(c.sourceVolts - lost - c.loadVolts) / c.sourceVolts);
      for (const d of [...c.feed, ...c.ground]) {
        const key = `${d.circuitId}/${d.id}`;
        through.set(key, (through.get(key) ?? 0) + c.amps);
        told.set(key, d.amps);
      }
    }
    for (const [key, amps] of through)
      worst = Math.max(worst, Math.abs(amps - told.get(key)!) / Math.max(1, Math.abs(amps)));
  }
  return worst;
}

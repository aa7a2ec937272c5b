import { Project, Workspace } from 'epanet-js';
import type { Network } from '../../src/engine/network/network.ts';
import type { FlowLaw } from '../../src/flow/link-law.ts';
import { pipeRun } from '../../src/flow/pipe.ts';
import { LPH } from './units.ts';

/** A network of plain pipes described once and handed to both solvers. */
export interface PipeCase {
  readonly density: number;
  readonly kinematicViscosity: number;
  /** Elevation m; fixed head m of fluid (reservoir) or draw L/h. */
  readonly nodes: readonly {
    readonly id: string;
    readonly z?: number;
    readonly head?: number;
    readonly drawLph?: number;
  }[];
  /** Lengths m, bores and roughness mm. */
  readonly pipes: readonly {
    readonly id: string;
    readonly from: string;
    readonly to: string;
    readonly length: number;
    readonly bore: number;
    readonly roughness: number;
    readonly k?: number;
  }[];
  /** Head m over flow L/h, straight between points. */
  readonly pumps?: readonly {
    readonly id: string;
    readonly from: string;
    readonly to: string;
    readonly curve: readonly (readonly [number, number])[];
  }[];
}

/** The engine's own gravity in its head-loss formula, m/s² (measured, see docs/adr). */
export const ENGINE_G = 9.81456;

export interface EngineResult {
  /** Flow m³/s by link, head lost m by pipe, iterations' wall time is the caller's business. */
  readonly flows: ReadonlyMap<string, number>;
  readonly heads: ReadonlyMap<string, number>;
}

const inp = (c: PipeCase): string => {
  const junctions = c.nodes.filter((n) => n.head === undefined);
  const reservoirs = c.nodes.filter((n) => n.head !== undefined);
  return [
    '[JUNCTIONS]',
    ...junctions.map((n) => `${n.id} ${n.z ?? 0} ${(n.drawLph ?? 0) / 60}`),
    '[RESERVOIRS]',
    ...reservoirs.map((n) => `${n.id} ${n.head}`),
    '[PIPES]',
    ...c.pipes.map((p) => `${p.id} ${p.from} ${p.to} ${p.length} ${p.bore} ${p.roughness} ${p.k ?? 0} Open`),
    '[PUMPS]',
    ...(c.pumps ?? []).map((p) => `${p.id} ${p.from} ${p.to} HEAD C${p.id}`),
    '[CURVES]',
    ...(c.pumps ?? []).flatMap((p) => p.curve.map(([lph, m]) => `C${p.id} ${lph / 60} ${m}`)),
    '[OPTIONS]',
    'UNITS LPM',
    'HEADLOSS D-W',
    `VISCOSITY ${c.kinematicViscosity}`,
    'ACCURACY 0.0000001',
    'TRIALS 500',
    '[TIMES]',
    'DURATION 0',
    '[END]',
  ].join('\n');
};

export async function openEngine(c: PipeCase): Promise<Project> {
  const ws = new Workspace();
  await ws.loadModule();
  const model = new Project(ws);
  ws.writeFile('net.inp', inp(c));
  model.open('net.inp', 'net.rpt', 'net.bin');
  return model;
}

/** EN_FLOW, EN_HEAD of the toolkit's public constants. */
const LINK_FLOW = 8;
const NODE_HEAD = 10;

export async function solveWithEngine(c: PipeCase): Promise<EngineResult> {
  const model = await openEngine(c);
  model.openH();
  model.initH(0);
  model.runH();
  const flows = new Map<string, number>();
  const heads = new Map<string, number>();
  for (const l of [...c.pipes, ...(c.pumps ?? [])]) {
    flows.set(l.id, (model.getLinkValue(model.getLinkIndex(l.id), LINK_FLOW) * 1e-3) / 60);
  }
  for (const n of c.nodes) heads.set(n.id, model.getNodeValue(model.getNodeIndex(n.id), NODE_HEAD));
  model.closeH();
  model.close();
  return { flows, heads };
}

/** The same case for our solver. Heads become gauge pressures with the engine's gravity, so that both mean the same. */
export function toNetwork(c: PipeCase): Network {
  const rg = c.density * ENGINE_G;
  return {
    density: c.density,
    nodes: c.nodes.map((n) => ({
      id: n.id,
      // Elevation goes into pressure here, so that only one gravity is at work.
      elevation: 0,
      draw: (n.drawLph ?? 0) * LPH,
      ...(n.head === undefined ? {} : { fixed: (n.head * rg) as never }),
    })),
    links: [
      ...c.pipes.map((p) => ({
        id: p.id,
        from: p.from,
        to: p.to,
        law: pipeRun(
          { length: p.length, bore: p.bore / 1000, roughness: p.roughness / 1000, minorK: p.k ?? 0 },
          c,
        ),
      })),
      ...(c.pumps ?? []).map((p) => ({ id: p.id, from: p.from, to: p.to, law: straightCurve(p.curve, rg) })),
    ],
  };
}

function straightCurve(curve: readonly (readonly [number, number])[], rg: number): FlowLaw {
  return {
    form: 'flow',
    evaluate(pUp, pDown, out) {
      const head = (pDown - pUp) / rg;
      let i = 1;
      while (i < curve.length - 1 && head < curve[i]![1]) i++;
      const [q0, h0] = curve[i - 1]!;
      const [q1, h1] = curve[i]!;
      const slope = ((q1 - q0) * LPH) / (h1 - h0);
      out[0] = q0 * LPH + slope * (head - h0);
      out[1] = -slope / rg;
      out[2] = slope / rg;
    },
  };
}

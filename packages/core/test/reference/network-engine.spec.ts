import { describe, expect, test } from '@jest/globals';
import { solveNetwork } from '../../src/engine/network/network-solver.ts';
import { ENGINE_G, solveWithEngine, toNetwork, type PipeCase } from '../support/pipe-engine.ts';

/**
 * Our solver against an independent pipe-network engine (EPANET 2.2, compiled to WebAssembly, npm epanet-js 0.9.0).
 * Its friction law is Swamee–Jain, measured up to 1.6 % above exact Colebrook at Re 4,000–6,000; hence the wider band there.
 */
const GASOLINE = { density: 745, kinematicViscosity: 0.58e-6 };
const hose = (id: string, from: string, to: string, length: number, bore: number, k = 0) => ({
  id,
  from,
  to,
  length,
  bore,
  roughness: 0.0015,
  k,
});

const CASES: Record<string, PipeCase> = {
  'series of three bores': {
    ...GASOLINE,
    nodes: [{ id: 'S', head: 50 }, { id: 'A' }, { id: 'B' }, { id: 'E', drawLph: 420 }],
    pipes: [
      hose('p1', 'S', 'A', 4, 10.3, 2),
      hose('p2', 'A', 'B', 1.5, 7.9, 3),
      hose('p3', 'B', 'E', 2, 12.7),
    ],
  },
  'two hoses in parallel, unlike': {
    ...GASOLINE,
    nodes: [{ id: 'S', head: 40 }, { id: 'A' }, { id: 'E', drawLph: 600 }],
    pipes: [hose('p1', 'S', 'A', 1, 12.7), hose('p2', 'A', 'E', 3, 7.9, 2), hose('p3', 'A', 'E', 5, 10.3, 4)],
  },
  'loop of twin rails with a cross-over': {
    ...GASOLINE,
    nodes: [
      { id: 'S', head: 45 },
      { id: 'Y' },
      { id: 'L', drawLph: 180 },
      { id: 'R', drawLph: 260 },
      { id: 'X', drawLph: 90 },
    ],
    pipes: [
      hose('feed', 'S', 'Y', 4, 10.3, 1.5),
      hose('left', 'Y', 'L', 0.6, 7.9, 1),
      hose('right', 'Y', 'R', 0.9, 7.9, 1),
      hose('cross', 'L', 'R', 0.5, 6.4, 2),
      hose('l2', 'L', 'X', 0.5, 6.4),
      hose('r2', 'R', 'X', 0.7, 6.4),
    ],
  },
  'pump lifting into a return': {
    ...GASOLINE,
    nodes: [{ id: 'T', head: 0 }, { id: 'P' }, { id: 'O' }, { id: 'R', drawLph: 150 }, { id: 'V' }],
    pipes: [
      hose('suction', 'T', 'P', 0.4, 12.7, 1),
      hose('feed', 'O', 'R', 4.5, 7.9, 6),
      hose('seat', 'R', 'V', 0.1, 3.5, 1.8),
      hose('return', 'V', 'T', 4, 7.9, 4),
    ],
    pumps: [
      {
        id: 'pump',
        from: 'P',
        to: 'O',
        curve: [
          [0, 110],
          [150, 80],
          [300, 45],
          [450, 8],
          [480, 0],
        ],
      },
    ],
  },
  'two sources and three draws': {
    ...GASOLINE,
    nodes: [
      { id: 'S', head: 30 },
      { id: 'T', head: 28 },
      { id: 'A', drawLph: 200 },
      { id: 'B', drawLph: 300 },
      { id: 'C', drawLph: 120 },
    ],
    pipes: [
      hose('p1', 'S', 'A', 2, 10.3),
      hose('p2', 'A', 'B', 1, 7.9),
      hose('p3', 'B', 'C', 1, 7.9),
      hose('p4', 'T', 'C', 3, 10.3),
      hose('p5', 'A', 'C', 2, 7.9),
    ],
  },
  'three unlike hoses side by side with fittings': {
    ...GASOLINE,
    nodes: [
      { id: 'S', head: 35 },
      { id: 'E', drawLph: 1500 },
    ],
    pipes: [
      hose('p1', 'S', 'E', 2, 7.9, 5),
      hose('p2', 'S', 'E', 4, 10.3, 2),
      hose('p3', 'S', 'E', 6, 12.7, 8),
    ],
  },
  'rough rubber hose, a long way': {
    ...GASOLINE,
    nodes: [
      { id: 'S', head: 60 },
      { id: 'A', drawLph: 60 },
      { id: 'B', drawLph: 420 },
    ],
    pipes: [
      { id: 'p1', from: 'S', to: 'A', length: 6, bore: 8.7, roughness: 0.01, k: 3 },
      { id: 'p2', from: 'A', to: 'B', length: 5, bore: 8.7, roughness: 0.01, k: 4 },
    ],
  },
  'rails capped: a spur off a line that goes on': {
    ...GASOLINE,
    nodes: [{ id: 'S', head: 48 }, { id: 'T' }, { id: 'R', drawLph: 260 }, { id: 'E', head: 2 }],
    pipes: [
      hose('feed', 'S', 'T', 4, 10.3, 2),
      hose('spur', 'T', 'R', 0.6, 7.9, 3),
      hose('back', 'T', 'E', 9, 6.4, 12),
    ],
  },
  'two pumps side by side into one line': {
    ...GASOLINE,
    nodes: [{ id: 'T', head: 0 }, { id: 'O' }, { id: 'R', drawLph: 300 }, { id: 'V' }],
    pipes: [
      hose('feed', 'O', 'R', 4.5, 10.3, 4),
      hose('seat', 'R', 'V', 0.1, 4.2, 1.5),
      hose('return', 'V', 'T', 4, 7.9, 4),
    ],
    pumps: [
      {
        id: 'one',
        from: 'T',
        to: 'O',
        curve: [
          [0, 100],
          [150, 78],
          [300, 40],
          [420, 4],
          [432, 0],
        ],
      },
      {
        id: 'two',
        from: 'T',
        to: 'O',
        curve: [
          [0, 96],
          [140, 74],
          [290, 38],
          [400, 6],
          [418, 0],
        ],
      },
    ],
  },
  'ladder of three loops': {
    ...GASOLINE,
    nodes: [
      { id: 'S', head: 40 },
      { id: 'A', drawLph: 90 },
      { id: 'B', drawLph: 120 },
      { id: 'C', drawLph: 80 },
      { id: 'D', drawLph: 150 },
      { id: 'E', drawLph: 60 },
      { id: 'F', drawLph: 110 },
    ],
    pipes: [
      hose('sa', 'S', 'A', 1, 12.7),
      hose('sb', 'S', 'B', 1.2, 12.7),
      hose('ab', 'A', 'B', 0.4, 7.9, 1),
      hose('ac', 'A', 'C', 0.8, 7.9),
      hose('bd', 'B', 'D', 0.8, 7.9),
      hose('cd', 'C', 'D', 0.4, 6.4, 1),
      hose('ce', 'C', 'E', 0.7, 6.4),
      hose('df', 'D', 'F', 0.7, 6.4),
      hose('ef', 'E', 'F', 0.4, 6.4),
    ],
  },
  'ethanol, thick and cold': {
    density: 805,
    kinematicViscosity: 1.9e-6,
    nodes: [{ id: 'S', head: 55 }, { id: 'A' }, { id: 'E', drawLph: 900 }],
    pipes: [hose('p1', 'S', 'A', 3, 10.3, 2), hose('p2', 'A', 'E', 3, 12.7, 2)],
  },
  'return tree: two rails drain into one line': {
    ...GASOLINE,
    nodes: [{ id: 'L', head: 30 }, { id: 'R', head: 29 }, { id: 'J' }, { id: 'T', head: 0 }],
    pipes: [
      hose('l', 'L', 'J', 0.5, 6.4, 6),
      hose('r', 'R', 'J', 0.8, 6.4, 6),
      hose('back', 'J', 'T', 4.5, 7.9, 6),
    ],
  },
};

describe('against an independent network engine', () => {
  test.each(Object.entries(CASES))('%s', async (_name, c) => {
    const theirs = await solveWithEngine(c);
    const ours = solveNetwork(toNetwork(c));
    expect(ours.converged).toBe(true);
    const rg = c.density * ENGINE_G;
    for (const p of c.pipes) {
      const lost = theirs.heads.get(p.from)! - theirs.heads.get(p.to)!;
      const mine = ours.solution!.links.get(p.id)!;
      const area = (Math.PI * (p.bore / 1000) ** 2) / 4;
      const re = ((Math.abs(mine.flow) / area) * (p.bore / 1000)) / c.kinematicViscosity;
      if (re < 4000) continue;
      const band = re < 6000 ? 0.02 : 0.015;
      const mineLost = (mine.pUp - mine.pDown) / rg;
      expect(Math.abs(mineLost / lost - 1)).toBeLessThan(band);
    }
    const largest = Math.max(...[...theirs.flows.values()].map(Math.abs));
    for (const [id, flow] of theirs.flows) {
      expect(Math.abs(ours.solution!.links.get(id)!.flow - flow)).toBeLessThan(0.005 * largest);
    }
  });
});

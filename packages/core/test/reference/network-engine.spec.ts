import { describe, expect, test } from '@jest/globals';
import { solveNetwork } from '../../src/index.ts';
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

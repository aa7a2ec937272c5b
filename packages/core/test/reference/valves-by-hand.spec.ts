import { describe, expect, test } from '@jest/globals';
import { solveNetwork } from '../../src/engine/network/network-solver.ts';
import type { NetworkNode } from '../../src/engine/network/network.ts';
import type { LinkLaw } from '../../src/flow/link-law.ts';
import { pipeRun } from '../../src/flow/pipe.ts';
import { blockingRegulator } from '../../src/kinds/plumbing/blocking-regulator/law.ts';
import { bypassRegulator } from '../../src/kinds/plumbing/bypass-regulator/law.ts';
import { checkValve } from '../../src/kinds/plumbing/check-valve/law.ts';
import { gauge } from '../../src/public/quantities.ts';
import { ENGINE_G, solveWithEngine, toNetwork, type PipeCase } from '../support/pipe-engine.ts';
import { LPH, PSI } from '../support/units.ts';

/** Valves the engine has not, or not cleanly (its sustaining valves leak): each worked by hand, or against it without them. */
const DENSITY = 745;
const DROOP = 4e3 / (100 * LPH);

const node = (id: string, more: Partial<NetworkNode> = {}): NetworkNode => ({
  id,
  elevation: 0,
  draw: 0,
  ...more,
});
const solve = (nodes: NetworkNode[], links: [string, string, string, LinkLaw][]) =>
  solveNetwork({
    nodes,
    links: links.map(([id, from, to, law]) => ({ id, from, to, law })),
    density: DENSITY,
  }).solution!;
/** Open seat by hand: ΔP[psi] = SG·(Q[US gpm]/Cv)². */
const seat = (cv: number, lph: number): number =>
  (DENSITY / 999) * ((lph * LPH) / 6.30902e-5 / cv) ** 2 * PSI;

describe('a shut check valve', () => {
  const c: PipeCase = {
    density: DENSITY,
    kinematicViscosity: 0.58e-6,
    nodes: [{ id: 'S', head: 50 }, { id: 'Y' }, { id: 'E', drawLph: 380 }],
    pipes: [
      { id: 'p1', from: 'S', to: 'Y', length: 3, bore: 10.3, roughness: 0.0015, k: 2 },
      { id: 'p2', from: 'Y', to: 'E', length: 2, bore: 7.9, roughness: 0.0015, k: 3 },
    ],
  };

  test('cuts its branch off: the rest is as the independent engine has it without the branch', async () => {
    const theirs = await solveWithEngine(c);
    const plain = toNetwork(c);
    const solved = solveNetwork({
      ...plain,
      nodes: [...plain.nodes, node('low', { fixed: gauge(20e3) }), node('mid')],
      links: [
        ...plain.links,
        {
          id: 'branch',
          from: 'low',
          to: 'mid',
          law: pipeRun(
            { length: 1, bore: 0.0079, roughness: 1.5e-6, minorK: 1 },
            { density: DENSITY, kinematicViscosity: 0.58e-6 },
          ),
        },
        {
          id: 'check',
          from: 'mid',
          to: 'Y',
          law: checkValve({ crackPa: 2000, k: 2.5, bore: 0.0079 }, DENSITY),
        },
      ],
    }).solution!;
    expect(solved.links.get('check')!.state).toBe('closed');
    expect(Math.abs(solved.links.get('branch')!.flow) / LPH).toBeLessThan(0.002);
    for (const id of ['Y', 'E']) {
      const head = solved.pressures.get(id)! / (DENSITY * ENGINE_G);
      expect(Math.abs(head / theirs.heads.get(id)! - 1)).toBeLessThan(0.01);
    }
  });

  test('opens when its own side stands higher by its cracking pressure', () => {
    const law = checkValve({ crackPa: 2000, k: 0, bore: 0.0079 }, DENSITY);
    const at = (kpa: number) =>
      solve(
        [node('a', { fixed: gauge(kpa * 1e3) }), node('b'), node('c', { fixed: gauge(100e3) })],
        [
          ['v', 'a', 'b', law],
          [
            'p',
            'b',
            'c',
            pipeRun(
              { length: 1, bore: 0.0079, roughness: 1.5e-6, minorK: 1 },
              { density: DENSITY, kinematicViscosity: 0.58e-6 },
            ),
          ],
        ],
      ).links.get('v')!;
    expect(at(101.9).state).toBe('closed');
    expect(at(102.5).state).toBe('open');
  });
});

describe('a blocking regulator, 300 kPa, 4 kPa per 100 L/h, Cv 1.3', () => {
  const law = blockingRegulator(
    { setPa: gauge(300e3), referencePa: gauge(0), ratio: 1, droop: DROOP, cv: 1.3 },
    DENSITY,
  );
  const at = (supplyKpa: number, lph: number) => {
    const s = solve(
      [node('in', { fixed: gauge(supplyKpa * 1e3) }), node('rail', { draw: lph * LPH })],
      [['r', 'in', 'rail', law]],
    );
    return { kpa: s.pressures.get('rail')! / 1e3, state: s.links.get('r')!.state };
  };

  test('throttles to set less droop', () => {
    expect(at(600, 200)).toEqual({ kpa: expect.closeTo(300 - 8, 6) as unknown, state: 'regulating' });
  });

  test('stands open when its supply is too low: supply less seat', () => {
    const { kpa, state } = at(290, 200);
    expect(state).toBe('open');
    expect(kpa).toBeCloseTo(290 - seat(1.3, 200) / 1e3, 1);
  });

  test('does not relieve: shut against a rail that stands higher', () => {
    const s = solve(
      [node('in', { fixed: gauge(600e3) }), node('rail', { fixed: gauge(420e3) })],
      [['r', 'in', 'rail', law]],
    );
    expect(s.links.get('r')!.state).toBe('closed');
    expect(Math.abs(s.links.get('r')!.flow) / LPH).toBeLessThan(0.001);
  });
});

describe('a bypass regulator, 300 kPa set at 450 L/h, Cv 0.8', () => {
  const law = bypassRegulator(
    {
      setPa: gauge(300e3),
      referencePa: gauge(-68.95e3),
      ratio: 1,
      droop: DROOP,
      setFlow: 450 * LPH,
      cv: 0.8,
    },
    DENSITY,
  );
  /** So much fuel pressed into the rail, with the return behind the seat held. */
  const at = (lph: number, backKpa: number) => {
    const s = solve(
      [node('rail', { draw: -lph * LPH }), node('back', { fixed: gauge(backKpa * 1e3) })],
      [['r', 'rail', 'back', law]],
    );
    return { kpa: s.pressures.get('rail')! / 1e3, state: s.links.get('r')!.state };
  };

  test('regulates: set, reference and droop', () => {
    expect(at(400, 10)).toEqual({ kpa: expect.closeTo(300 - 68.95 - 2, 6) as unknown, state: 'regulating' });
  });

  test('overrun: what is behind it and the open seat', () => {
    const { kpa, state } = at(500, 220);
    expect(state).toBe('overrun');
    expect(kpa).toBeCloseTo(220 + seat(0.8, 500) / 1e3, 0);
  });
});

test('a pump, a check valve and a capped rail by hand: with nothing drawn the rail stands at the pump’s shut-off', () => {
  const pump: LinkLaw = {
    form: 'flow',
    evaluate(pUp, pDown, out) {
      // 400 L/h at no rise, none at 500 kPa, straight.
      out[0] = (400 * LPH * (500e3 - (pDown - pUp))) / 500e3;
      out[1] = (400 * LPH) / 500e3;
      out[2] = -out[1];
    },
  };
  const s = solve(
    [node('tank', { fixed: gauge(0) }), node('line'), node('rail')],
    [
      ['pump', 'tank', 'line', pump],
      ['check', 'line', 'rail', checkValve({ crackPa: 2000, k: 2.5, bore: 0.0103 }, DENSITY)],
    ],
  );
  expect(s.pressures.get('line')! / 1e3).toBeCloseTo(500, 1);
  expect(Math.abs(s.links.get('pump')!.flow) / LPH).toBeLessThan(0.01);
});

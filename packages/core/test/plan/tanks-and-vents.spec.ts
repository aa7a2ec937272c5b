import { describe, expect, test } from '@jest/globals';
import { keepAtLeast } from '../../src/judge/tanks/level.ts';
import { trappedVolumes } from '../../src/engine/trapped.ts';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, makeVent, PATTERNS } from '../../src/public/document.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { billOfMaterials } from '../../src/public/supply.ts';
import { applied, found } from '../support/examples.ts';

const pattern = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const tank = (field: string, value: unknown, id = 'tank'): PatchOperation => ({
  op: 'add',
  path: `/plumbing/junctions/${id}/${field}`,
  value,
});
const codes = (doc: JobDocument): string[] => evaluatePlan(doc, 'none').findings.map((f) => f.code);
const cell = applied(fullReturnJob('x'), [tank('form', 'cell')]);

describe('a fuel cell', () => {
  test('asks for a vent and for a bulkhead, and is content with both', () => {
    expect(codes(cell)).toEqual(expect.arrayContaining(['VENT_MISSING', 'CELL_OPEN']));
    const { findings } = evaluatePlan(cell);
    const vented = applied(cell, found(findings, 'VENT_MISSING')!.fixes[0]!.patch);
    const closed = applied(vented, found(findings, 'CELL_OPEN')!.fixes[0]!.patch);
    expect(codes(closed).filter((c) => c.startsWith('VENT') || c === 'CELL_OPEN')).toEqual([]);
    const bill = billOfMaterials(closed).map((l) => l.part);
    expect(bill).toEqual(expect.arrayContaining(['Fuel cell with foam: Tank', 'Rollover valve, -8']));
  });

  test('a vent that ends in the car is a stop, one below the fuel a fix, the canister neither', () => {
    const ends = (outlet: 'above' | 'below' | 'inside' | 'canister') =>
      found(
        evaluatePlan(
          applied(cell, [
            { op: 'add', path: '/plumbing/vents', value: { vent: { ...makeVent('tank'), outlet } } },
          ]),
        ).findings,
        'VENT_OUTLET',
      )?.severity;
    expect([ends('inside'), ends('below'), ends('above'), ends('canister')]).toEqual([
      'stop',
      'fix',
      undefined,
      undefined,
    ]);
  });

  test('the car’s own tank keeps its own vent', () => {
    expect(codes(fullReturnJob('x')).filter((c) => c.startsWith('VENT'))).toEqual([]);
  });
});

describe('the level in the tank', () => {
  const inlet = (level: number): number => {
    const doc = applied(fullReturnJob('x'), [
      tank('depthM', 0.4),
      { op: 'add', path: '/brief/fuelLevel', value: level },
    ]);
    return evaluateStates(doc).find((s) => s.state.id === 'pull-3')!.values!.pumps[0]!.inlet;
  };

  test('stands over the pump’s inlet: ρ·g·h', () => {
    const rho = evaluatePlan(fullReturnJob('x'), 'none').fuel.density;
    expect((inlet(1) - inlet(0.25)) / (rho * 9.80665 * 0.3)).toBeCloseTo(1, 2);
  });

  test('a tank whose depth nobody gave is as it was', () => {
    const doc = fullReturnJob('x');
    const full = applied(doc, [{ op: 'add', path: '/brief/fuelLevel', value: 1 }]);
    expect(evaluateStates(full).map((s) => s.values?.railGauge)).toEqual(
      evaluateStates(doc).map((s) => s.values?.railGauge),
    );
  });

  test('a pick-up ahead of the middle is left bare in a pull, one at the rear is not', () => {
    // By hand: the surface leans by a/g = 0.5, 0.2 m ahead of the middle it stands 0.1 m lower; 0.11 of 0.25 m.
    expect(keepAtLeast({ depthM: 0.25, pickupM: 0.01, pickupBackM: -0.2 }).level).toBeCloseTo(0.44, 12);
    expect(keepAtLeast({ depthM: 0.25, pickupM: 0.01, pickupBackM: 0.2 }).level).toBeCloseTo(0.04, 12);
  });

  test('says how much to keep, and keeping it clears it', () => {
    const low = applied(fullReturnJob('x'), [
      tank('depthM', 0.25),
      tank('pickupM', 0.01),
      tank('pickupBackM', -0.25),
      tank('volumeM3', 0.06),
    ]);
    const bare = found(evaluatePlan(low).findings, 'PICKUP_BARE')!;
    expect(bare.title).toContain('keep at least 55%');
    expect(bare.fixes[0]!.label).toBe('Keep the tank at 55% or more');
    expect(codes(applied(low, bare.fixes[0]!.patch))).not.toContain('PICKUP_BARE');
  });

  test('of two tanks it says which runs dry first, and when', () => {
    const twin = pattern('twin-tanks');
    const returns = Object.entries(twin.plumbing.paths).filter(([, p]) => p.role === 'return');
    const tanks = Object.keys(twin.plumbing.junctions).filter(
      (id) => twin.plumbing.junctions[id]!.kind === 'tank',
    );
    const into = twin.plumbing.paths[returns[0]![0]]!.to;
    const other = tanks.find((t) => t !== into)!;
    const crossed = applied(twin, [
      ...returns.map(([id]) => ({ op: 'replace', path: `/plumbing/paths/${id}/to`, value: into }) as const),
      ...tanks.map((id) => tank('volumeM3', 0.04, id)),
    ]);
    const fills = found(evaluatePlan(crossed).findings, 'TANK_FILLS');
    if (fills) {
      expect(fills.why.text).toContain(`${twin.plumbing.junctions[other]!.name} runs dry first, in `);
      return;
    }
    // Joined by an open line they stand at one level: then none fills.
    expect(codes(crossed)).not.toContain('TANK_FILLS');
  });
});

describe('fuel closed in', () => {
  const capped = pattern('blocking');
  const volumes = (doc: JobDocument) => trappedVolumes(doc)[0]!;

  test('in a steel rail and in a PTFE hose is judged apart: what gives, and what grows, differs', () => {
    const steel = applied(capped, [{ op: 'add', path: '/plumbing/junctions/rail/material', value: 'steel' }]);
    // Steel grows half as much as aluminum: more of the fuel's swelling is left to raise the pressure.
    expect(volumes(steel).perKelvin).not.toBe(volumes(capped).perKelvin);
    const only = (hose: 'ptfe' | 'hard-steel' | 'rubber-braid') => {
      const runs = Object.entries(capped.plumbing.elements).flatMap(([id, e]) =>
        e.kind === 'run' ? [id] : [],
      );
      return volumes(
        applied(
          capped,
          runs.flatMap((id) => [
            { op: 'replace' as const, path: `/plumbing/elements/${id}/hose`, value: hose },
            { op: 'replace' as const, path: `/plumbing/elements/${id}/zone`, value: 'engine-bay' },
          ]),
        ),
      ).perKelvin;
    };
    expect(only('hard-steel')).toBeGreaterThan(only('ptfe'));
    expect(only('ptfe')).toBeGreaterThan(only('rubber-braid'));
  });

  test('two rails behind two valves are two volumes, each alone', () => {
    const doc = pattern('rails-parallel');
    const { paths, elements } = doc.plumbing;
    const valve = Object.values(elements).find((e) => e.kind === 'check-valve')!;
    const two = applied(doc, [
      { op: 'add', path: '/plumbing/elements/v-left', value: valve },
      { op: 'add', path: '/plumbing/elements/v-right', value: valve },
      { op: 'add', path: '/plumbing/elements/w-left', value: valve },
      { op: 'add', path: '/plumbing/elements/w-right', value: valve },
      { op: 'replace', path: '/plumbing/paths/left/order', value: ['v-left', ...paths['left']!.order] },
      { op: 'replace', path: '/plumbing/paths/right/order', value: ['v-right', ...paths['right']!.order] },
      { op: 'replace', path: '/plumbing/paths/left-out/order', value: [] },
      { op: 'replace', path: '/plumbing/paths/right-out/order', value: [] },
    ]);
    const cut = {
      ...two,
      plumbing: {
        ...two.plumbing,
        paths: Object.fromEntries(Object.entries(two.plumbing.paths).filter(([id]) => !id.endsWith('-out'))),
      },
    };
    const rails = trappedVolumes(cut).map((v) => v.rails);
    expect(rails).toHaveLength(2);
    expect(new Set(rails.flat())).toEqual(new Set(['left', 'right']));
    // One volume by hand: V(β − 3α)ΔT ÷ V(1/K + C) of rail and hose, from the tables.
    const [left] = trappedVolumes(cut);
    expect(left!.perKelvin).toBeCloseTo(trappedVolumes(cut)[1]!.perKelvin, 6);
  });
});

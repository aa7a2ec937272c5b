import { describe, expect, test } from '@jest/globals';
import { pumpElement } from '../../src/document/pieces.ts';
import { solveNetwork } from '../../src/engine/network/network-solver.ts';
import { trappedVolumes } from '../../src/engine/trapped.ts';
import { factorySource } from '../../src/kinds/junctions/factory/law.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type ElementOf, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { gauge } from '../../src/public/quantities.ts';
import { applied, found } from '../support/examples.ts';
import { LPH, PSI } from '../support/units.ts';

const job = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const part = (id: string, field: string, value: unknown): PatchOperation => ({
  op: 'replace',
  path: `/plumbing/elements/${id}/${field}`,
  value,
});
const state = (doc: JobDocument, id: string) =>
  evaluatePlan(doc).states.find((s) => s.state.id === id)!.values!;
const finding = (doc: JobDocument, code: string) => found(evaluatePlan(doc).findings, code);

describe('supplementary supply beside the factory one', () => {
  const doc = job('supplementary');

  test('the factory feeds alone until boost, then the second pump, set higher, takes over', () => {
    // A shut check valve of the stopped pump leaks a thousandth of a liter an hour.
    expect(state(doc, 'cruise').balance.out['factory']! / LPH).toBeCloseTo(14, 2);
    const pull = state(doc, 'pull-3');
    expect(pull.balance.out['factory']! / LPH).toBeLessThan(0.01);
    expect(pull.pumps[0]!.flow).toBeGreaterThan(pull.injectorFlow);
  });

  test('past the supplementary pump’s own flow the factory comes in again, up to its pump curve', () => {
    const hungry = applied(doc, [
      { op: 'replace', path: '/brief/pull/3/powerW', value: doc.brief.pull[3]!.powerW * 1.6 },
    ]);
    const v = state(hungry, 'pull-3');
    expect(v.balance.out['factory']!).toBeGreaterThan(10 * LPH);
    expect(v.pumps[0]!.flow + v.balance.out['factory']!).toBeCloseTo(v.injectorFlow, 9);
    expect(v.regulator!.valve).toBe('closed');
  });

  test('set too high, or with its reference connected, it would overrun the factory regulator; the fix clears it', () => {
    for (const wrong of [part('regulator', 'setPa', 64 * PSI), part('regulator', 'referenced', true)]) {
      const bad = applied(doc, [wrong]);
      const high = finding(bad, 'SUPPLEMENTARY_HIGH')!;
      expect(high.severity).toBe('fix');
      expect(finding(applied(bad, high.fixes[0]!.patch), 'SUPPLEMENTARY_HIGH')).toBeUndefined();
    }
    expect(finding(applied(doc, [part('regulator', 'setPa', 55 * PSI)]), 'SUPPLEMENTARY_LOW')).toBeDefined();
  });

  test('a valve core left in the service port is found and taken out', () => {
    const core = { kind: 'component', name: 'Service port', what: 'valve-core', k: 40, boreM: 0.0079 };
    const bad = applied(doc, [
      { op: 'add', path: '/plumbing/elements/core', value: core },
      { op: 'replace', path: '/plumbing/paths/spur/order', value: ['check', 'spur', 'core'] },
    ]);
    expect(state(bad, 'pull-3').available!).toBeLessThan(state(doc, 'pull-3').available!);
    const found = finding(bad, 'VALVE_CORE')!;
    expect(finding(applied(bad, found.fixes[0]!.patch), 'VALVE_CORE')).toBeUndefined();
  });

  test('two check valves close nothing in: the factory unit vents its line', () => {
    expect(trappedVolumes(doc)).toEqual([]);
    const soak = state(doc, 'hot-soak').railGauge;
    // The rail sits 0.3 m above the factory unit.
    expect(soak).toBeGreaterThan(57.5 * PSI);
    expect(soak).toBeLessThan(60 * PSI);
  });

  test('factory source against its curve by hand: 170 L/h at 400 kPa, 700 kPa shut off', () => {
    const law = factorySource({
      setPa: gauge(400e3),
      shutOffPa: gauge(700e3),
      capacity: 170 * LPH,
      regulated: true,
    });
    const at = (lph: number) => {
      const solved = solveNetwork({
        nodes: [
          { id: 'air', elevation: 0, fixed: gauge(0), draw: 0 },
          { id: 'rail', elevation: 0, draw: lph * LPH },
        ],
        links: [{ id: 'f', from: 'air', to: 'rail', law }],
        density: 745,
      }).solution!;
      return { kpa: solved.pressures.get('rail')! / 1000, state: solved.links.get('f')!.state };
    };
    expect(at(100).state).toBe('regulating');
    expect(Math.abs(at(100).kpa - 400)).toBeLessThan(0.4);
    // 700 − 300·(200/170) = 347.06
    expect(at(200).kpa).toBeCloseTo(347.06, 1);
    expect(at(200).state).toBe('open');
  });
});

describe('return into a suction tee', () => {
  const always = (doc: JobDocument) => applied(doc, [{ op: 'remove', path: '/wiring/triggers/rule-1' }]);

  test('running at idle it reheats its own fuel until the pump inlet boils; under boost it does not', () => {
    const doc = job('suction-tee');
    expect(finding(doc, 'SUCTION_VAPOR')).toBeUndefined();
    const hot = always(doc);
    const idle = state(hot, 'idle').pumps[0]!;
    // Warmer than it can stand as a liquid: it boils there, and gets no warmer.
    expect(idle.inletK - hot.brief.fuelK).toBeGreaterThan(10);
    expect(idle.suctionMargin).toBe(0);
    const stop = finding(hot, 'SUCTION_VAPOR')!;
    expect(stop.severity).toBe('stop');
    expect(stop.why.text).toContain('goes round');
  });

  test('inlet temperature against the mixing rule by hand', () => {
    // No heat to the air: T = T_tank + (bypass/pump)·W/(ρ·c·draw), W the pump's electric power.
    const hot = always(job('suction-tee'));
    const cold = applied(hot, [
      { op: 'replace', path: '/brief/electrical/underBodyK', value: hot.brief.fuelK },
      { op: 'replace', path: '/brief/electrical/engineBayK', value: hot.brief.fuelK },
      { op: 'replace', path: '/brief/idle/drawM3s', value: 60 * LPH },
      ...['suction', 'inlet', 'stub', 'return', 'feed', 'factory-line'].map((id) =>
        part(id, 'lengthM', 0.01),
      ),
      // The factory line is closed off, so that all fuel comes by the tee.
      { op: 'replace', path: '/plumbing/junctions/factory/setPa', value: 50e3 },
      { op: 'replace', path: '/plumbing/junctions/factory/shutOffPa', value: 100e3 },
    ]);
    const plan = evaluatePlan(cold);
    const v = plan.states.find((s) => s.state.kind === 'idle')!.values!;
    const pump = v.pumps[0]!;
    const heat = pump.volts * pump.current;
    const expected =
      ((v.bypassFlow / pump.flow) * heat) / (plan.fuel.density * plan.fuel.heatCapacity * v.injectorFlow);
    expect(Math.abs((pump.inletK - cold.brief.fuelK) / expected - 1)).toBeLessThan(0.02);
  });
});

describe('surge tank', () => {
  const doc = job('surge-tank');

  test('what is lifted past the engine’s draw goes over the lip back to the tank', () => {
    const v = state(doc, 'pull-3');
    const lift = v.pumps.find((p) => p.id === 'lift')!.flow;
    expect(v.balance.surge['surge']!).toBeCloseTo(lift - v.injectorFlow, 9);
    expect(v.balance.out['tank']!).toBeCloseTo(v.injectorFlow, 9);
    expect(v.junctions['surge']! / 1000).toBeLessThan(5);
  });

  test('a lift pump that cannot keep up is a stop with the seconds it takes; the engine still gets its fuel meanwhile', () => {
    const lift = doc.plumbing.elements['lift'] as ElementOf<'pump'>;
    const weak = applied(doc, [
      part('lift', 'curve', { ...lift.curve, flows: lift.curve.flows.map((q) => q * 0.3) }),
    ]);
    const v = state(weak, 'pull-3');
    expect(v.balance.surge['surge']!).toBeLessThan(0);
    expect(v.railGauge).toBeGreaterThan(380e3);
    const short = finding(weak, 'LIFT_SHORT')!;
    expect(short.severity).toBe('stop');
    const seconds = 2.5e-3 / -v.balance.surge['surge']!;
    expect(short.title).toContain(`${seconds.toFixed(0)} s`);
  });
});

describe('two tanks', () => {
  test('twin tanks give and get alike; a return to one of them fills it over', () => {
    const doc = job('twin-tanks');
    const out = state(doc, 'cruise').balance.out;
    expect(Math.abs(out['tank']! - out['right-tank']!)).toBeLessThan(0.1 * LPH);
    expect(finding(doc, 'TANK_FILLS')).toBeUndefined();
    const oneSided = applied(doc, [
      { op: 'remove', path: '/plumbing/paths/right-back' },
      { op: 'remove', path: '/plumbing/elements/right-return' },
    ]);
    const fills = finding(oneSided, 'TANK_FILLS')!;
    expect(fills.place.id).toBe('tank');
    expect(fills.value / LPH).toBeGreaterThan(100);
    // Joined by a level line they stand at one level.
    const line = { ...(doc.plumbing.elements['left-hose'] as ElementOf<'run'>), name: 'Level line' };
    const joined = applied(oneSided, [
      { op: 'add', path: '/plumbing/elements/level', value: line },
      {
        op: 'add',
        path: '/plumbing/paths/level',
        value: { name: 'Level', role: 'return', from: 'right-tank', to: 'tank', order: ['level'] },
      },
    ]);
    expect(finding(joined, 'TANK_FILLS')).toBeUndefined();
  });

  test('a jet carries its ratio of the return over; without a return it carries nothing, and that is a stop', () => {
    const doc = job('saddle-tanks');
    const v = state(doc, 'cruise');
    expect(v.balance.jets['jet']!).toBeCloseTo(0.6 * v.bypassFlow, 12);
    expect(v.balance.out['tank']! + v.balance.out['far']!).toBeCloseTo(v.injectorFlow, 12);
    expect(finding(doc, 'JET_SHORT')).toBeUndefined();
    expect(finding(applied(doc, [part('jet', 'transferRatio', 0.01)]), 'JET_SHORT')!.severity).toBe('stop');
    expect(finding(applied(doc, [part('jet', 'fromId', 'tank')]), 'JET_NOWHERE')).toBeDefined();
  });
});

describe('rising-rate unit', () => {
  test('it rules above its start: ratio times boost, and the fixed regulator wide open on purpose is no overrun', () => {
    const doc = job('rising-rate');
    const boost = doc.brief.pull[3]!.boostPa;
    const v = state(doc, 'pull-3');
    expect(v.required).toBeCloseTo(8 * boost, 0);
    expect(v.railGauge - v.required).toBeGreaterThan(0);
    expect(v.railGauge - v.required).toBeLessThan(20e3);
    expect(v.regulator).toMatchObject({ valve: 'overrun', raisedBy: 'rising' });
    expect(finding(doc, 'RETURN_OVERRUN')).toBeUndefined();
    expect(state(doc, 'idle').required).toBe(300e3);
  });

  test('injectors that cannot open against it are a stop', () => {
    const doc = applied(job('rising-rate'), [
      part('rising', 'ratio', 14),
      { op: 'replace', path: '/brief/injectors/maxDifferentialPa', value: 500e3 },
    ]);
    expect(finding(doc, 'INJECTOR_PRESSURE')!.severity).toBe('stop');
  });
});

describe('speed-controlled pump', () => {
  const doc = job('speed-controlled');
  const speed = (doc.plumbing.elements['pump'] as ElementOf<'pump'>).speed!;

  test('turns slowly at idle and fully in the pull, and takes less current for it', () => {
    const idle = state(doc, 'idle').pumps[0]!;
    const pull = state(doc, 'pull-3').pumps[0]!;
    expect(idle.command).toBeCloseTo(0.45, 6);
    expect(pull.command).toBe(1);
    expect(idle.flow).toBeLessThan(0.5 * pull.flow);
    expect(idle.current).toBeLessThan(0.5 * pull.current);
  });

  test('full speed too late for the demand is found, and the fix clears it', () => {
    const late = applied(doc, [
      part('pump', 'speed', { ...speed, fullV: 4.4, lowSpeed: 0.3 }),
      { op: 'replace', path: '/brief/pull/2/boostPa', value: 14 * PSI },
      { op: 'replace', path: '/brief/pull/2/powerW', value: 1.15e6 },
      { op: 'replace', path: '/brief/pull/3/boostPa', value: 29 * PSI },
    ]);
    const lags = finding(late, 'SPEED_LAGS')!;
    expect(lags.place.id).toBe('pump');
    expect(finding(applied(late, lags.fixes[0]!.patch), 'SPEED_LAGS')).toBeUndefined();
  });

  test('a lowest speed that cannot hold idle pressure is a stop', () => {
    const slow = applied(doc, [
      part('pump', 'speed', { ...speed, lowSpeed: 0.06 }),
      { op: 'replace', path: '/brief/idle/drawM3s', value: 95 * LPH },
    ]);
    expect(finding(slow, 'RAIL_SAG')!.severity).toBe('stop');
  });
});

describe('regulators against each other', () => {
  const second = {
    kind: 'bypass-regulator',
    name: 'Second regulator',
    referenced: true,
    ratio: 1,
    droop: 1.44e8,
    cv: 1.3,
    setPa: 250e3,
  };
  const withSecond = (doc: JobDocument) =>
    applied(doc, [
      { op: 'add', path: '/plumbing/elements/second', value: second },
      {
        op: 'add',
        path: '/plumbing/paths/second',
        value: { name: 'Second', role: 'return', from: 'tee', to: 'tank', order: ['second'] },
      },
    ]);

  test('two bypass regulators on the same fuel: the lower one rules, a fix and not a failure', () => {
    const doc = withSecond(job('regulator-before-rail'));
    const plan = evaluatePlan(doc);
    expect(found(plan.findings, 'REGULATORS_CONTRADICT')).toMatchObject({
      severity: 'fix',
      place: { id: 'regulator' },
    });
    const idle = plan.states.find((s) => s.state.kind === 'idle')!.values!;
    expect(idle.regulator!.id).toBe('second');
    expect(idle.stations.find((s) => s.elementId === 'regulator')!.flow / LPH).toBeLessThan(0.01);
  });

  test('a check valve between them keeps them apart', () => {
    const doc = withSecond(job('supplementary'));
    expect(finding(doc, 'REGULATORS_CONTRADICT')).toBeDefined();
    expect(finding(job('supplementary'), 'REGULATORS_CONTRADICT')).toBeUndefined();
  });

  test('a blocking regulator that feeds a bypass set lower is a stop; the rest still computes', () => {
    const doc = applied(job('blocking'), [
      { op: 'add', path: '/plumbing/elements/second', value: second },
      {
        op: 'add',
        path: '/plumbing/paths/second',
        value: { name: 'Second', role: 'return', from: 'rail', to: 'tank', order: ['second'] },
      },
    ]);
    const plan = evaluatePlan(doc);
    expect(found(plan.findings, 'REGULATORS_CONTRADICT')!.severity).toBe('stop');
    expect(plan.states.every((s) => s.converged)).toBe(true);
  });
});

describe('a starved suction', () => {
  test('is found at the pump with its vapor margin, and the offered fix clears it', () => {
    const doc = applied(job('surge-tank'), [
      part('main-strainer', 'clogged', 0.95),
      part('main-strainer', 'lossAt400Pa', 8000),
    ]);
    const vapor = finding(doc, 'SUCTION_VAPOR')!;
    expect(vapor.severity).toBe('stop');
    expect(vapor.fixes[0]!.label).toContain('Clean or replace');
    expect(finding(applied(doc, vapor.fixes[0]!.patch), 'SUCTION_VAPOR')).toBeUndefined();
  });

  test('behind long small hose a larger one is offered, the smallest that does it first', () => {
    const doc = applied(job('hard-line'), [{ op: 'replace', path: '/brief/fuelK', value: 313.15 }]);
    const pump = Object.entries(doc.plumbing.elements).find(([, e]) => e.kind === 'pump')![0];
    const path = Object.entries(doc.plumbing.paths).find(([, p]) => p.order.includes(pump))!;
    const hose = {
      ...(job('full-return').plumbing.elements['feed'] as ElementOf<'run'>),
      name: 'Suction hose',
      dash: 5,
      lengthM: 1.5,
    };
    const starved = applied(doc, [
      { op: 'add', path: '/plumbing/elements/suck', value: hose },
      { op: 'replace', path: `/plumbing/paths/${path[0]}/order`, value: ['suck', ...path[1].order] },
    ]);
    const vapor = finding(starved, 'SUCTION_VAPOR')!;
    const larger = vapor.fixes.find((f) => f.label.startsWith('Make suction hose -'))!;
    expect(finding(applied(starved, larger.patch), 'SUCTION_VAPOR')).toBeUndefined();
  });
});

describe('goals of the brief', () => {
  const doc = job('full-return');

  test('a later goal is answered by the same plan', () => {
    const later = applied(doc, [{ op: 'add', path: '/brief/laterPowerW', value: 900 * 745.7 }]);
    const note = finding(later, 'LATER_GOAL')!;
    const now = evaluatePlan(doc).states.find((s) => s.state.id === 'pull-3')!.values!;
    expect(note.value).toBeCloseTo((now.margin! + 1) / (900 / 400) - 1, 3);
    expect(note.title).toContain('short');
  });

  test('a base pressure the controller does not know of shifts the mixture by the square root', () => {
    const lean = applied(doc, [{ op: 'add', path: '/brief/controllerBasePa', value: 400e3 }]);
    const shift = finding(lean, 'MIXTURE_SHIFT')!;
    expect(shift.severity).toBe('stop');
    expect(shift.value).toBeCloseTo(Math.sqrt(300 / 400) - 1, 6);
    expect(finding(applied(lean, shift.fixes[0]!.patch), 'MIXTURE_SHIFT')).toBeUndefined();
  });
});

test('a catalogue pump in the place of another is not asked for the old one’s further curves', () => {
  const doc = job('full-return');
  const pump = doc.plumbing.elements['pump'] as ElementOf<'pump'>;
  const two = applied(doc, [
    {
      op: 'add',
      path: '/plumbing/elements/pump/moreCurves',
      value: [{ ...pump.curve, volts: 12, flows: pump.curve.flows.map((q) => q * 0.8) }],
    },
    { op: 'replace', path: '/brief/pull/3/powerW', value: 560e3 },
  ]);
  const fix = finding(two, 'SUPPLY_SHORT')!.fixes.find((f) => f.label.startsWith('Fit '))!;
  const after = applied(two, fix.patch).plumbing.elements['pump'] as ElementOf<'pump'>;
  expect(after.moreCurves).toBeUndefined();
  expect(after.catalogueId).not.toBe(pumpElement('T340', 0).catalogueId);
});

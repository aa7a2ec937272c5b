import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import { type ElementOf, fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { addCircuit, bareOf, changeStyle, fitFromLibrary, fitPump } from '../../src/public/edit.ts';
import { harnessOf, wiringSheet } from '../../src/public/harness.ts';
import { swapPump, USUAL_DRIVER } from '../../src/public/kinds.ts';
import { jobSheet, measuredSteps, waysToForce } from '../../src/public/prove.ts';
import { billOfMaterials, toolList } from '../../src/public/supply.ts';
import { applied } from '../support/examples.ts';
import { PSI } from '../support/units.ts';

/** How a pump gets its volts: by a relay, a controller of its own, or the factory’s driver module. */

const relayed = fullReturnJob('x');
const driven = PATTERNS.find((p) => p.id === 'electronic-returnless')!.job('x');
const pumpOf = (doc: JobDocument) => doc.plumbing.elements['pump'] as ElementOf<'pump'>;
const kinds = (doc: JobDocument): string[] => Object.values(harnessOf(doc).devices).map((d) => d.kind);
const bought = (doc: JobDocument, what: RegExp) => billOfMaterials(doc).filter((l) => what.test(l.part));
const forced = (doc: JobDocument): string => waysToForce(doc)[0]!.how;

describe('a pump the factory’s driver module feeds', () => {
  // An older plan has a relay circuit for it: nothing of that is drawn or ordered either.
  const older = applied(driven, [
    { op: 'replace', path: '/wiring/circuits', value: relayed.wiring.circuits },
  ]);
  test.each([
    ['new', driven],
    ['older', older],
  ])('%s plan: no relay, fuse or feed in drawing, order list and job sheet', (_, doc) => {
    expect(kinds(doc).filter((k) => k === 'relay' || k === 'fuse' || k === 'load')).toEqual([]);
    expect(wiringSheet(doc).wires).toEqual([]);
    expect(bought(doc, /^(Relay|Fuse|Wire )|[Tt]erminal/)).toEqual([]);
    const steps = jobSheet(doc).filter((s) => s.id.startsWith('wire:') || s.id.startsWith('device:'));
    expect(steps).toEqual([]);
    expect(jobSheet(doc).filter((s) => s.id === 'loom')).toEqual([]);
  });

  test('its factory wires are not told to want a fuse or another drawing', () => {
    const codes = evaluatePlan(driven).findings.map((f) => f.code);
    expect(codes).not.toContain('NO_FUSE');
    expect(codes).not.toContain('HARNESS_BEHIND');
    expect(codes).not.toContain('MISWIRED');
  });

  test('it is forced by its controller, which holds its own pressure: 55 psi, not the relief’s 94', () => {
    expect(forced(driven)).toMatch(/output test of the engine’s controller/);
    expect(toolList(driven).map((t) => t.name)).toContain('Scan tool or the controller’s software');
    const state = evaluateStates(driven).find((s) => s.state.kind === 'forced')!;
    expect(state.values!.railGauge / PSI).toBeCloseTo(55, 0);
  });

  test('volts and drops are not asked at a pump that gets its volts in pulses', () => {
    expect(measuredSteps('volts', driven)).toEqual([]);
    expect(measuredSteps('volts', relayed).length).toBeGreaterThan(3);
  });

  test('given to its own circuit it gets relay, fuse and wire, and back again', () => {
    const { driver: _driver, ...plain } = pumpOf(driven);
    const own = applied(driven, fitPump(driven, 'pump', plain));
    expect(kinds(own)).toContain('relay');
    expect(bought(own, /^Relay 40 A/)).toHaveLength(1);
    const back = applied(own, fitPump(own, 'pump', { ...pumpOf(own), driver: USUAL_DRIVER }));
    expect(bought(back, /^Relay/)).toEqual([]);
  });
});

describe('a brushless pump', () => {
  const measured = applied(relayed, [
    { op: 'replace', path: '/wiring/circuits/pump-circuit/segments/feed-1/lengthM', value: 2.3 },
  ]);
  const fitted = applied(measured, fitPump(measured, 'pump', swapPump(pumpOf(measured), 'B1100')));

  test('in place of a brushed one gets its controller: what works it is a small wire', () => {
    const segments = fitted.wiring.circuits['pump-circuit']!.segments;
    const pieces = Object.values(segments).map((s) => s.kind);
    expect(pieces).toContain('pump-controller');
    expect(pieces).not.toContain('relay');
    expect(segments['feed-1']).toMatchObject({ lengthM: 2.3, size: 'awg-6' });
    const enable = wiringSheet(fitted).wires.filter((w) => /enable/i.test(w.name));
    expect(enable.map((w) => w.size)).toEqual(enable.map(() => 'awg-18'));
    expect(enable.length).toBeGreaterThan(0);
    // Another brushed pump, and the relay is back.
    const again = applied(fitted, fitPump(fitted, 'pump', swapPump(pumpOf(fitted), 'T470')));
    expect(kinds(again)).toContain('relay');
    expect(kinds(again)).not.toContain('pump-controller');
  });

  test('taken from the library gets its controller just the same', () => {
    const part = bareOf(swapPump(pumpOf(relayed), 'B1100')) as ElementOf<'pump'>;
    const entry = {
      id: 'own',
      revision: 1,
      name: 'Own brushless pump',
      data: { kind: 'part' as const, part },
    };
    const own = applied(measured, fitFromLibrary(measured, 'pump', entry));
    expect(kinds(own)).toContain('pump-controller');
    expect(kinds(own)).not.toContain('relay');
  });

  test('is not said to run with the key: its enable wire is fed', () => {
    expect(forced(fitted)).toMatch(/enable wire of its controller/);
    expect(toolList(fitted).map((t) => t.name)).toContain('Fused jumper wire');
    expect(toolList(relayed).map((t) => t.name)).not.toContain('Fused jumper wire');
  });

  test('without a circuit it is given the right one', () => {
    const bare = applied(fitted, [{ op: 'remove', path: '/wiring/circuits/pump-circuit' }]);
    const { id, patch } = addCircuit(bare, 'pump', 'Pump');
    expect(applied(bare, patch).wiring.circuits[id]!.feed).toContain('controller');
  });
});

test('a change of style feeds each pump as its new style does, and keeps the wires that were measured', () => {
  const taped = applied(relayed, [
    { op: 'replace', path: '/wiring/circuits/pump-circuit/segments/feed-2/lengthM', value: 3.7 },
  ]);
  const toDriven = applied(taped, changeStyle(taped, 'electronic-returnless'));
  expect(toDriven.wiring.circuits['pump-circuit']!.segments['feed-2']).toMatchObject({ lengthM: 3.7 });
  expect(bought(toDriven, /^Relay/)).toEqual([]);
  const back = applied(toDriven, changeStyle(toDriven, 'full-return'));
  expect(kinds(back)).toContain('relay');
});

test('a pump that waits for boost without a controller has no override to hold', () => {
  const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
  const second = waysToForce(twin).at(-1)!;
  expect(second).toMatchObject({ with: 'fused jumper' });
  expect(second.how).toMatch(/^Jumper from NO to common/);
});

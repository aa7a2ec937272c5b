import { describe, expect, test } from '@jest/globals';
import { PLUMBING, plumbingKind } from '../../src/kinds/index.ts';
import { trappedVolumes } from '../../src/engine/trapped.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS, rulesOf } from '../../src/public/document.ts';
import {
  addDevice,
  addLoad,
  allTerminals,
  insertPart,
  NEW_DEVICES,
  removePart,
} from '../../src/public/edit.ts';
import { checkJob, readJob, wireListCsv, writeJob } from '../../src/public/formats.ts';
import { harnessOf, truthTable, wiringSheet } from '../../src/public/harness.ts';
import { billOfMaterials } from '../../src/public/supply.ts';
import { applied } from '../support/examples.ts';
import { at } from '../support/terminals.ts';

const plain = fullReturnJob('x');
const damper = PLUMBING['pulsation-damper'].offers[0]!.make();

/** The blocking pattern with its feed in the heat of the engine bay: fuel closed in ahead of the regulator and behind it. */
const closedIn = applied(PATTERNS.find((p) => p.id === 'blocking')!.job('x'), [
  { op: 'replace', path: '/plumbing/elements/feed/zone', value: 'engine-bay' },
]);
const inFeed = (doc: JobDocument, gasM3: number): JobDocument =>
  applied(doc, [
    { op: 'add', path: '/plumbing/elements/damper', value: { ...damper, gasM3 } },
    { op: 'add', path: '/plumbing/paths/feed/order/-', value: 'damper' },
  ]);

describe('a pulsation damper', () => {
  test('goes into a path, is checked, written, read, listed and taken out like any part', () => {
    const put = insertPart(plain, 'filter', PLUMBING['pulsation-damper'].offers[0]!);
    const doc = applied(plain, put.patch);
    expect(checkJob(doc)).toMatchObject({ ok: true });
    expect(readJob(writeJob(doc))).toMatchObject({ ok: true, value: doc });
    expect(billOfMaterials(doc).some((l) => l.part.includes('Pulsation damper'))).toBe(true);
    expect(plumbingKind(doc.plumbing.elements[put.id]!).caption(damper, 'us')).toMatch(/4 mL/);
    expect(applied(doc, removePart(doc, put.id)).plumbing).toEqual(plain.plumbing);
  });

  test('loses K·ρv²/2 and nothing else in a steady state', () => {
    const at = (doc: JobDocument) =>
      evaluatePlan(doc)
        .states.find((s) => s.state.id === 'pull-3')!
        .values!.stations.find((s) => s.elementId === 'damper')!;
    const doc = inFeed(plain, 4e-6);
    const station = at(doc);
    const velocity = station.flow / ((Math.PI * damper.boreM ** 2) / 4);
    const density = evaluatePlan(doc).fuel.density;
    const lift = density * 9.80665 * (station.zDown - station.zUp);
    expect(station.pUp - station.pDown - lift).toBeCloseTo((damper.k * density * velocity ** 2) / 2, 1);
  });

  test('its cushion takes what swells: no cushion changes nothing, a larger one leaves less rise', () => {
    const rise = (doc: JobDocument) => trappedVolumes(doc).find((v) => v.rails.length > 0)!.rise;
    const without = rise(closedIn);
    expect(without).toBeGreaterThan(1e6);
    expect(rise(inFeed(closedIn, 0))).toBeCloseTo(without, 3);
    const rises = [1e-7, 1e-6, 1e-5, 5e-5].map((gas) => rise(inFeed(closedIn, gas)));
    rises.reduce((before, now) => {
      expect(now).toBeLessThan(before);
      return now;
    }, without);
    // A cushion many times what swells leaves hardly any rise.
    expect(rises[3]).toBeLessThan(0.2 * without);
  });
});

describe('a sender', () => {
  const drawn = applied(plain, [{ op: 'add', path: '/wiring/harness', value: harnessOf(plain) }]);
  const sender = NEW_DEVICES.find((d) => d.make().kind === 'sender')!.make();
  const withSender = (fed: 'one-wire' | '5V' | '12V') => {
    const added = addDevice(drawn.wiring.harness!, { ...sender, fed } as typeof sender);
    return { id: added.id, doc: applied(drawn, added.patch) };
  };

  test('has supply, ground and signal; with one wire only its signal, for the body is its ground', () => {
    const names = (fed: 'one-wire' | '5V' | '12V') => {
      const { id, doc } = withSender(fed);
      return allTerminals(doc.wiring.harness!)
        .filter((t) => t.device === id)
        .map((t) => t.terminal);
    };
    expect(names('5V')).toEqual(['plus', 'minus', 'signal']);
    expect(names('12V')).toEqual(['plus', 'minus', 'signal']);
    expect(names('one-wire')).toEqual(['signal']);
  });

  test('wired up it is in the wire list and the pin tables, and the pumps still do what their rules say', () => {
    const { id, doc } = withSender('12V');
    const wire = (name: string, from: string, to: string) => ({
      name,
      from: at(from),
      to: at(to),
      color: 'green',
      size: 'awg-18',
      lengthM: 2,
    });
    const wired = applied(doc, [
      {
        op: 'add',
        path: '/wiring/harness/wires/s1',
        value: wire('Sender supply', 'battery.plus', `${id}.plus`),
      },
      {
        op: 'add',
        path: '/wiring/harness/wires/s2',
        value: wire('Sender ground', `${id}.minus`, 'ground-pump.g'),
      },
    ]);
    expect(checkJob(wired)).toMatchObject({ ok: true });
    expect(wireListCsv(wired)).toContain('Sender supply');
    expect(wiringSheet(wired).pins.some((p) => p.name === 'Pressure sender')).toBe(true);
    expect(truthTable(harnessOf(wired), rulesOf(wired)).every((r) => r.right)).toBe(true);
  });

  test('as a load it carries its range and scaling, and is checked', () => {
    const added = addLoad(plain, 'sender');
    const doc = applied(plain, added.patch);
    expect(checkJob(doc)).toMatchObject({ ok: true });
    expect(Object.values(doc.wiring.loads!)[0]).toMatchObject({ kind: 'sender', lowV: 0.5, highV: 4.5 });
    const bad = applied(doc, [{ op: 'replace', path: '/wiring/loads/sender/highV', value: 40 }]);
    expect(checkJob(bad)).toMatchObject({ ok: false });
  });
});

import { describe, expect, test } from '@jest/globals';
import { solveCircuit } from '../../src/engine/electric/power-network.ts';
import { fuelOf } from '../../src/engine/states.ts';
import { VESSEL_K } from '../../src/flow/minor-losses.ts';
import { evaluateStates, lineChoices, wireChoices } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS, rulesOf } from '../../src/public/document.ts';
import {
  addDevice,
  addLoad,
  insertSegment,
  moveSegment,
  NEW_DEVICES,
  NEW_LOADS,
  NEW_SEGMENTS,
  removeCircuit,
  removeDevice,
  removeSegment,
  setTap,
  tapTargets,
} from '../../src/public/edit.ts';
import { checkJob, wireListCsv, wiringNetlist, wiringSvg } from '../../src/public/formats.ts';
import { harnessOf, layOutHarness, truthTable, wiringSheet } from '../../src/public/harness.ts';
import { sayEnding } from '../../src/public/say.ts';
import { applied } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');

/** One edit somebody may make on circuits, told by a few numbers. */
function edited(doc: JobDocument, [what, a, b]: readonly [number, number, number]): JobDocument {
  const circuits = Object.keys(doc.wiring.circuits);
  const circuitId = circuits[a % Math.max(1, circuits.length)];
  if (circuitId === undefined) return applied(doc, addLoad(doc, 'fan').patch);
  const circuit = doc.wiring.circuits[circuitId]!;
  const pieces = [...circuit.feed, ...circuit.ground];
  const piece = pieces[b % Math.max(1, pieces.length)];
  switch (what % 7) {
    case 0:
      return applied(
        doc,
        insertSegment(doc, circuitId, piece ?? null, NEW_SEGMENTS[b % NEW_SEGMENTS.length]!.kind).patch,
      );
    case 1:
      return piece === undefined ? doc : applied(doc, removeSegment(doc, circuitId, piece));
    case 2:
      return piece === undefined
        ? doc
        : applied(doc, moveSegment(doc, circuitId, piece, b % 2 === 0 ? 1 : -1));
    case 3:
      return applied(doc, addLoad(doc, NEW_LOADS[b % NEW_LOADS.length]!.kind).patch);
    case 4:
      return applied(doc, removeCircuit(doc, circuitId));
    default: {
      const side = what % 7 === 5 ? 'feedFrom' : 'groundInto';
      const targets = tapTargets(doc, circuitId, side);
      const onto = targets[b % Math.max(1, targets.length)];
      const after = onto && doc.wiring.circuits[onto]![side === 'feedFrom' ? 'feed' : 'ground'][0];
      return applied(doc, setTap(doc, circuitId, side, onto && after ? { circuitId: onto, after } : null));
    }
  }
}

const edits = fc.array(fc.tuple(fc.nat(6), fc.nat(40), fc.nat(40)), { minLength: 1, maxLength: 12 });

describe('whatever is done to circuits', () => {
  test('the job reads, every state still answers or says why, and the wiring is drawn, listed and written', () => {
    fc.assert(
      fc.property(edits, (steps) => {
        const doc = steps.reduce(edited, twin);
        const read = checkJob(JSON.parse(JSON.stringify(doc)));
        expect(read.ok ? [] : read.errors).toEqual([]);
        for (const s of evaluateStates(doc)) {
          expect(s.converged || sayEnding(s.ending) !== '').toBe(true);
          for (const p of s.values?.pumps ?? []) expect(p.volts).toBeGreaterThanOrEqual(0);
          // Nothing gains volts on its way.
          for (const c of [...(s.values?.pumps ?? []), ...(s.values?.loads ?? [])])
            if (c.circuit) expect(c.circuit.loadVolts).toBeLessThanOrEqual(c.circuit.sourceVolts + 1e-6);
        }
        const sheet = wiringSheet(doc);
        expect(wireListCsv(doc).trimEnd().split('\r\n')).toHaveLength(sheet.wires.length + 1);
        expect(wiringSvg(doc)).not.toMatch(/NaN|undefined/);
        expect(wiringNetlist(doc, { ignition: true, crashed: false, signals: {}, made: [] })).not.toMatch(
          /NaN|undefined/,
        );
        const ids = new Set(layOutHarness(sheet.harness).devices.map((d) => d.id));
        expect(ids.size).toBe(Object.keys(sheet.harness.devices).length);
      }),
      { numRuns: 120 },
    );
  });

  test('parts put into a drawing and taken out again leave it as it was', () => {
    const drawn = applied(twin, [{ op: 'add', path: '/wiring/harness', value: harnessOf(twin) }]);
    for (const { make } of NEW_DEVICES) {
      const device = make();
      const { harness } = drawn.wiring;
      const added = addDevice(harness!, device);
      const more = applied(drawn, added.patch);
      const wired = applied(more, [
        {
          op: 'add',
          path: '/wiring/harness/wires/extra',
          value: {
            name: 'Extra',
            from: { device: 'battery', terminal: 'minus' },
            to: { device: added.id, terminal: first(device.kind) },
            color: '',
            size: 'awg-18',
            lengthM: 1,
          },
        },
      ]);
      expect(checkJob(wired).ok).toBe(true);
      expect(truthTable(harnessOf(wired), rulesOf(wired)).length).toBeGreaterThanOrEqual(8);
      expect(applied(wired, removeDevice(wired.wiring.harness!, added.id))).toEqual(drawn);
    }
  });
});

const first = (kind: string): string =>
  ({
    relay: '30',
    fuse: 'a',
    switch: 'com',
    inertia: 'a',
    ground: 'g',
    splice: 's',
    connector: 'a',
    sender: 'signal',
  })[kind] ?? 'out';

describe('quick sums are the same core', () => {
  const place = { ambientK: 323.15, engineSpace: false, bundled: 1, insulationK: 398.15 };

  test('a wire drops in a quick sum what it drops in a circuit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 0.3, max: 8, noNaN: true }),
        (amps, lengthM) => {
          for (const row of wireChoices({ amps, lengthM, conductor: 'copper', family: 'awg', place })) {
            if (row.kelvin > 500) continue;
            const piece = (id: string) =>
              ({
                id,
                circuitId: 'c',
                kind: 'wire',
                size: row.size,
                conductor: 'copper',
                length: lengthM,
                ambientK: 323.15,
              }) as const;
            const s = solveCircuit({ volts: 100, ohms: 0 }, [piece('out')], [piece('back')], () => amps);
            expect(s.conductorDrop).toBeCloseTo(row.drop, 6);
          }
        },
      ),
      { numRuns: 50 },
    );
  });

  test('a line loses in a quick sum what the same run loses in a job', () => {
    const doc = PATTERNS.find((p) => p.id === 'full-return')!.job('x');
    const feed = doc.plumbing.elements['feed']!;
    if (feed.kind !== 'run') throw new Error('no run');
    const idle = evaluateStates(doc).find((s) => s.state.kind === 'idle')!.values!;
    const station = idle.stations.find((s) => s.elementId === 'feed')!;
    const rows = lineChoices({
      fuel: doc.brief.fuel,
      kelvin: doc.brief.fuelK,
      flow: station.flow,
      hose: feed.hose,
      lengthM: feed.lengthM,
      ends: feed.ends,
      bendDegrees: feed.bendDegrees,
    });
    const loss = rows.find((r) => r.dash === feed.dash)!.loss;
    // In the job it ends in a rail, and the whole velocity head is lost there.
    const head = (fuelOf(doc).density * station.run!.velocity ** 2) / 2;
    expect(Math.abs((loss + VESSEL_K.exit * head) / station.run!.loss - 1)).toBeLessThan(1e-3);
  });
});

import { describe, expect, test } from '@jest/globals';
import { never } from '../../src/document/triggers.ts';
import { Engine } from '../../src/engine/engine.ts';
import { evaluateState } from '../../src/engine/observe/state-result.ts';
import { otherwise, type Parameters } from '../../src/engine/parameters.ts';
import { operatingStates } from '../../src/engine/states.ts';
import { evaluateStates } from '../../src/public/advise.ts';
import type { JobDocument } from '../../src/public/document.ts';
import { randomStyledJob } from '../support/random-styles.ts';
import { fc, runs } from '../support/sweep.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** What a technician would see of every state: rail, pump flow, volts, margin. */
const seen = (engine: Engine) =>
  operatingStates(engine.doc, engine.parameters).flatMap((state) => {
    // Forced pumps run whatever a rule says; a dead one does not.
    if (state.forced) return [];
    const { values } = evaluateState(engine, state);
    if (values === null) return [[]];
    return [
      [
        values.railGauge / 1e3,
        values.pumpFlow * 3.6e6,
        values.bypassFlow * 3.6e6,
        values.margin ?? 0,
        ...values.pumps.flatMap((p) => [p.volts, p.current]),
      ],
    ];
  });

/** kPa, L/h, V, A: equal to what nobody can measure. */
function expectSame(a: number[][], b: number[][], within = 1e-3): void {
  expect(a.map((s) => s.length)).toEqual(b.map((s) => s.length));
  a.forEach((state, i) =>
    state.forEach((x, k) =>
      expect(Math.abs(x - b[i]![k]!)).toBeLessThanOrEqual(within * Math.max(1, Math.abs(x))),
    ),
  );
}

/** Regulators adjusted at a known flow: a pump that never runs by its rule can still be run to adjust one, a dead one not. */
const adjustedAt = (doc: JobDocument, setFlowM3s: number): JobDocument => {
  const elements = Object.fromEntries(
    Object.entries(doc.plumbing.elements).map(([id, e]) => [
      id,
      e.kind === 'bypass-regulator' ? { ...e, setFlowM3s } : e,
    ]),
  );
  return { ...doc, plumbing: { ...doc.plumbing, elements } };
};

/** Filters and strainers, by id; a supplementary system has none of its own. */
const porousParts = (doc: JobDocument) =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'strainer' || e.kind === 'filter' ? [[id, e] as const] : [],
  );

const varied = (parameters: Partial<Parameters>, doc: JobDocument) =>
  seen(new Engine(doc, otherwise(parameters)));
const planned = (doc: JobDocument) => seen(new Engine(doc));

describe('a parameter does what the same figure in the plan does', () => {
  test('consumption and ethanol', () => {
    fc.assert(
      fc.property(randomStyledJob, real(0.8, 1.2), real(0, 0.2), (doc, consumption, ethanol) => {
        const { brief } = doc;
        const thirsty = { ...doc, brief: { ...brief, bsfc: brief.bsfc * consumption } };
        expectSame(varied({ consumption }, doc), planned(thirsty));
        const fuel = { ...brief.fuel, ethanol: Math.min(1, brief.fuel.ethanol + ethanol) };
        expectSame(varied({ ethanol }, doc), planned({ ...doc, brief: { ...brief, fuel } }));
      }),
      { numRuns: runs(10) },
    );
  });

  test('charging volts, a clogged strainer, a bad joint', () => {
    fc.assert(
      fc.property(randomStyledJob, real(-1, 0.5), real(0, 0.9), real(0, 0.2), (doc, volts, share, ohms) => {
        const electrical = { ...doc.brief.electrical, chargingV: doc.brief.electrical.chargingV + volts };
        expectSame(
          varied({ chargingV: volts }, doc),
          planned({ ...doc, brief: { ...doc.brief, electrical } }),
        );

        const [id, porous] = porousParts(doc)[0] ?? [];
        if (id && porous) {
          const elements = { ...doc.plumbing.elements, [id]: { ...porous, clogged: share } };
          expectSame(
            varied({ clogged: { [id]: share } }, doc),
            planned({ ...doc, plumbing: { ...doc.plumbing, elements } }),
          );
        }

        const [circuitId, circuit] = Object.entries(doc.wiring.circuits)[0]!;
        const ground = Object.entries(circuit.segments).find(([, s]) => s.kind === 'chassis')!;
        const segments = { ...circuit.segments, [ground[0]]: { ...ground[1], ohms } as (typeof ground)[1] };
        const circuits = { ...doc.wiring.circuits, [circuitId]: { ...circuit, segments } };
        expectSame(
          varied({ jointOhms: { [circuitId]: { [ground[0]]: ohms } } }, doc),
          planned({ ...doc, wiring: { ...doc.wiring, circuits } }),
        );
      }),
      { numRuns: runs(10) },
    );
  });

  test('a dead pump is a pump whose rule never holds', () => {
    fc.assert(
      fc.property(randomStyledJob, (random) => {
        const doc = adjustedAt(random, 5e-5);
        const pump = Object.keys(doc.plumbing.elements).find(
          (k) => doc.plumbing.elements[k]!.kind === 'pump',
        )!;
        const others = Object.fromEntries(
          Object.entries(doc.wiring.triggers ?? {}).filter(([, r]) => r.loadId !== pump),
        );
        const stopped = {
          ...doc,
          wiring: { ...doc.wiring, triggers: { ...others, dead: { ...never(pump), primeS: 0 } } },
        };
        expectSame(varied({ dead: [pump] }, doc), planned(stopped));
      }),
      { numRuns: runs(10) },
    );
  });
});

describe('an engine that takes another one’s networks over', () => {
  test('answers as one made anew, whatever was solved before', () => {
    fc.assert(
      fc.property(randomStyledJob, randomStyledJob, real(0.7, 1.3), (doc, other, factor) => {
        const before = new Engine(doc);
        seen(before);
        const elements = Object.fromEntries(
          Object.entries(doc.plumbing.elements).map(([id, e]) => [
            id,
            e.kind === 'run' ? { ...e, lengthM: e.lengthM * factor } : e,
          ]),
        );
        const edited = { ...doc, plumbing: { ...doc.plumbing, elements } };
        expectSame(seen(new Engine(edited, undefined, before)), planned(edited));
        // Of another topology nothing is taken over.
        expectSame(seen(new Engine(other, undefined, before)), planned(other));
      }),
      { numRuns: runs(10) },
    );
  });

  test('a part without any loss settles as one with next to none', () => {
    fc.assert(
      fc.property(randomStyledJob, fc.nat(), (doc, pick) => {
        const porous = porousParts(doc);
        fc.pre(porous.length > 0);
        const [id, e] = porous[pick % porous.length]!;
        const withLoss = (lossAt400Pa: number): JobDocument => ({
          ...doc,
          plumbing: {
            ...doc.plumbing,
            elements: { ...doc.plumbing.elements, [id]: { ...e, lossAt400Pa } },
          },
        });
        expect(evaluateStates(withLoss(0)).map((s) => s.ending.how)).toEqual(
          evaluateStates(withLoss(1e-3)).map((s) => s.ending.how),
        );
        expectSame(planned(withLoss(0)), planned(withLoss(1e-3)));
      }),
      { numRuns: runs(10) },
    );
  });
});

import { describe, expect, test } from '@jest/globals';
import type { Branch, CircuitElement } from '../../src/engine/electric/circuit-elements.ts';
import { type DcElement, solveDc } from '../../src/engine/electric/dc-network.ts';
import { PowerNetwork } from '../../src/engine/electric/power-network.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { wayOf } from '../../src/public/engine.ts';
import { applied, found } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

const joint = (id: string, ohms: number): CircuitElement => ({ id, circuitId: 'c', kind: 'connector', ohms });
/** A pump-like load: some friction current and a part that rises with the volts. */
const pumpLike = (amps: number) => (v: number) => (v <= 0 ? 0 : amps * (0.6 + (0.4 * v) / 13.5));

/** The same tree for the general direct-current solver: one shared trunk out and back, a branch a load. */
function asDc(
  branches: readonly Branch[],
  volts: number,
  ohms: number,
  amps: readonly number[],
): DcElement[] {
  const out: DcElement[] = [
    { kind: 'source', id: 'battery', plus: 'plus', minus: '0', volts, ohms },
    ...trunk('feed', branches[0]!.feed.slice(0, 1), 'plus', 'fork'),
    ...trunk('home', branches[0]!.ground.slice(-1), 'join', '0'),
  ];
  branches.forEach((b, i) => {
    out.push(
      ...trunk(`f${i}`, b.feed.slice(1), 'fork', `p${i}`),
      ...trunk(`g${i}`, b.ground.slice(0, -1), `m${i}`, 'join'),
    );
    out.push({ kind: 'load', id: `load${i}`, plus: `p${i}`, minus: `m${i}`, current: pumpLike(amps[i]!) });
  });
  return out;
}

const trunk = (id: string, pieces: readonly CircuitElement[], a: string, b: string): DcElement[] => [
  {
    kind: 'resistor',
    id,
    a,
    b,
    ohms: pieces.reduce((sum, p) => sum + (p.kind === 'wire' ? 0 : p.ohms), 0),
  },
];

describe('all loads on one source', () => {
  test('agrees with the general network solver on trees with shared feeds and grounds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 2, max: 25, noNaN: true }), { minLength: 1, maxLength: 6 }),
        fc.array(fc.double({ min: 0.001, max: 0.05, noNaN: true }), { minLength: 14, maxLength: 14 }),
        fc.double({ min: 0.002, max: 0.02, noNaN: true }),
        (amps, ohms, inner) => {
          const sharedFeed = joint('shared-feed', ohms[12]!);
          const sharedGround = joint('shared-ground', ohms[13]!);
          const branches = amps.map((_, i): Branch => ({
            id: `${i}`,
            feed: [sharedFeed, joint(`f${i}`, ohms[2 * i]!)],
            ground: [joint(`g${i}`, ohms[2 * i + 1]!), sharedGround],
          }));
          const got = new PowerNetwork(branches).solve({ volts: 13.8, ohms: inner }, (id) =>
            pumpLike(amps[Number(id)]!),
          );
          const dc = solveDc(asDc(branches, 13.8, inner, amps)).solution!;
          amps.forEach((_, i) => {
            const want = dc.volts(`p${i}`) - dc.volts(`m${i}`);
            expect(Math.abs(got.get(`${i}`)!.loadVolts - want)).toBeLessThan(1e-5);
          });
          const sum = amps.reduce((s, _, i) => s + got.get(`${i}`)!.amps, 0);
          expect(got.get('0')!.feed[0]!.amps).toBeCloseTo(sum, 6);
          expect(got.get('0')!.sourceVolts).toBeCloseTo(13.8 - inner * sum, 6);
        },
      ),
      { numRuns: 200 },
    );
  });

  test('a load that is off drops nothing, and one more load never raises the volts of another', () => {
    const shared = joint('s', 0.02);
    const branch = (id: string): Branch => ({ id, feed: [shared], ground: [joint(`g${id}`, 0.01)] });
    const network = new PowerNetwork([branch('a'), branch('b')]);
    const supply = { volts: 13.8, ohms: 0.01 };
    const both = network.solve(supply, () => pumpLike(12));
    const alone = network.solve(supply, (id) => (id === 'a' ? pumpLike(12) : null));
    expect(alone.has('b')).toBe(false);
    expect(alone.get('a')!.loadVolts).toBeGreaterThan(both.get('a')!.loadVolts);
    const fresh = new PowerNetwork([branch('a')]).solve(supply, () => pumpLike(12));
    expect(alone.get('a')!.loadVolts).toBeCloseTo(fresh.get('a')!.loadVolts, 6);
  });
});

describe('circuits that share', () => {
  const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
  // The second pump branches off the first one's feed behind its fuse and joins its ground.
  const shared: JobDocument = applied(twin, [
    {
      op: 'add',
      path: '/wiring/circuits/circuit-2/feedFrom',
      value: { circuitId: 'circuit-1', after: 'feed-1' },
    },
    {
      op: 'add',
      path: '/wiring/circuits/circuit-2/groundInto',
      value: { circuitId: 'circuit-1', after: 'chassis' },
    },
    { op: 'replace', path: '/wiring/circuits/circuit-2/feed', value: ['relay', 'feed-2', 'plug'] },
    { op: 'replace', path: '/wiring/circuits/circuit-2/ground', value: ['ground-1'] },
  ]);
  const pull = (doc: JobDocument) => evaluatePlan(doc).states.find((s) => s.state.id === 'pull-3')!.values!;

  test('the way of the second holds the shared pieces, and they carry the sum', () => {
    expect(wayOf(shared, 'circuit-2', 'feed').map((p) => `${p.circuitId}/${p.id}`)).toEqual([
      'circuit-1/fuse',
      'circuit-1/feed-1',
      'circuit-2/relay',
      'circuit-2/feed-2',
      'circuit-2/plug',
    ]);
    expect(wayOf(shared, 'circuit-2', 'ground').map((p) => p.id)).toEqual(['ground-1', 'chassis']);
    const [a, b] = pull(shared).pumps;
    const fuse = a!.circuit!.feed.find((d) => d.id === 'fuse')!;
    expect(fuse.amps).toBeCloseTo(a!.current + b!.current, 3);
    expect(pull(twin).pumps[0]!.volts).toBeGreaterThan(a!.volts);
  });

  test('one fuse for both is found too small, and a thin branch behind a large fuse too', () => {
    const small = applied(shared, [
      { op: 'replace', path: '/wiring/circuits/circuit-1/segments/fuse/ratingA', value: 15 },
    ]);
    expect(found(evaluatePlan(small).findings, 'FUSE_LOADED')?.place).toMatchObject({
      id: 'fuse',
      within: 'circuit-1',
    });
    const thin = applied(shared, [
      { op: 'replace', path: '/wiring/circuits/circuit-2/segments/feed-2/size', value: 'awg-18' },
    ]);
    const over = found(evaluatePlan(thin).findings, 'FUSE_OVER_WIRE')!;
    expect(over.place.within).toBe('circuit-1');
    expect(over.why.text).toContain('Relay to pump');
  });

  test('a circuit that names itself or one that is gone stands on its own', () => {
    const lost = applied(twin, [
      { op: 'add', path: '/wiring/circuits/circuit-2/feedFrom', value: { circuitId: 'gone', after: 'x' } },
    ]);
    expect(wayOf(lost, 'circuit-2', 'feed')).toHaveLength(5);
  });
});

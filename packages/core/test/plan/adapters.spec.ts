import { describe, expect, test } from '@jest/globals';
import { FACES } from '../../src/kinds/ports/faces.ts';
import { adaptersBetween, type Chain, type FaceId, PART_FACE_IDS } from '../../src/public/supply.ts';
import { ELBOW_FITTINGS, FITTINGS } from '../../src/supply/joining/fittings.ts';
import { mate } from '../../src/supply/joining/mating.ts';
import { fc, runs } from '../support/sweep.ts';

const ids = Object.keys(FACES) as FaceId[];

/** Fewest fittings between two faces, by trying every row: another way than the search itself. */
function fewest(from: FaceId, to: FaceId, most: number): number {
  let exposed = new Set<FaceId>([from]);
  for (let n = 0; n <= most; n++) {
    if ([...exposed].some((f) => mate(f, to).ok)) return n;
    const next = new Set<FaceId>();
    for (const f of exposed)
      for (const { a, b } of n > 0 && f === 'flange' ? [] : FITTINGS) {
        if (mate(f, a).ok) next.add(b);
        if (mate(f, b).ok) next.add(a);
      }
    exposed = next;
  }
  return Infinity;
}

const fits = ({ fittings, faces }: Chain, from: FaceId, to: FaceId): void => {
  expect([faces[0], faces.at(-1)]).toEqual([from, to]);
  expect(faces).toHaveLength(2 * fittings.length + 2);
  for (let i = 0; i < faces.length; i += 2) expect(mate(faces[i]!, faces[i + 1]!).ok).toBe(true);
  fittings.forEach((f, i) => expect([f.a, f.b].sort()).toEqual([faces[2 * i + 1], faces[2 * i + 2]].sort()));
};

/** Fewest fittings between two faces that turn just so far, by trying every row over faces and degrees. */
function fewestRound(from: FaceId, to: FaceId, turn: number, most: number): number {
  const all = [...FITTINGS, ...ELBOW_FITTINGS];
  let exposed = new Set<string>([`${from}|0`]);
  for (let n = 0; n <= most; n++) {
    const reached = [...exposed].map((e) => e.split('|') as [FaceId, string]);
    if (reached.some(([f, t]) => Number(t) === turn && mate(f, to).ok)) return n;
    const next = new Set<string>();
    for (const [f, t] of reached)
      for (const { a, b, turn: by } of n > 0 && f === 'flange' ? [] : all) {
        if (Number(t) + by > turn) continue;
        if (mate(f, a).ok) next.add(`${b}|${Number(t) + by}`);
        if (mate(f, b).ok) next.add(`${a}|${Number(t) + by}`);
      }
    exposed = next;
  }
  return Infinity;
}

describe('adapters round a corner', () => {
  test('every row fits, turns just so far, and has the fewest parts there can be', () => {
    const some = ids.filter((id) => /^(orb|flare|npt)-/.test(id));
    fc.assert(
      fc.property(
        fc.constantFrom(...some),
        fc.constantFrom(...some),
        fc.constantFrom(45, 90, 135, 180),
        (from, to, turn) => {
          const found = adaptersBetween(from, to, turn);
          const least = fewestRound(from, to, turn, 4);
          expect([from, to, turn, found.ok]).toEqual([from, to, turn, Number.isFinite(least)]);
          if (!found.ok) return expect(found.reason).toContain(`round ${turn}°`);
          expect(found.chains[0]!.fittings).toHaveLength(least);
          for (const chain of found.chains) {
            fits(chain, from, to);
            expect(chain.fittings.reduce((sum, f) => sum + f.turn, 0)).toBe(turn);
          }
        },
      ),
      // Back to the thread it began with, round a corner: found by a sweep.
      { numRuns: runs(20), examples: [['npt-1/8-f', 'npt-1/8-m', 45]] },
    );
  });

  test.each([
    ['orb-8-f', 'flare-8-f', 90, ['Elbow 90°, -8 O-ring boss to -8 flare']],
    ['flare-6-m', 'flare-6-f', 45, ['Elbow 45°, -6 flare swivel to -6 flare']],
    ['npt-1/4-f', 'flare-6-f', 90, ['Elbow 90°, 1/4 NPT to -6 flare']],
    [
      'orb-8-f',
      'flare-8-f',
      180,
      ['Elbow 90°, -8 O-ring boss to -8 flare', 'Elbow 90°, -8 flare swivel to -8 flare'],
    ],
  ] as const)('%s to %s round %i°', (from, to, turn, names) => {
    const found = adaptersBetween(from, to, turn);
    expect(found.ok && found.chains[0]!.fittings.map((f) => f.name)).toEqual(names);
  });

  test('straight on no elbow is offered', () => {
    const found = adaptersBetween('orb-8-f', 'flare-8-f');
    expect(found.ok && found.chains.every((c) => c.fittings.every((f) => f.turn === 0))).toBe(true);
  });
});

describe('adapters between two ports', () => {
  test('every row fits joint by joint, the first has the fewest parts there can be, none comes twice', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (from, to) => {
        const found = adaptersBetween(from, to);
        const least = fewest(from, to, 4);
        expect(found.ok).toBe(Number.isFinite(least));
        if (!found.ok) return expect(found.reason).toMatch(/no 4 adapters/);
        expect(found.chains[0]!.fittings).toHaveLength(least);
        for (const chain of found.chains) fits(chain, from, to);
        const names = found.chains.map((c) => c.fittings.map((f) => f.name).join());
        expect(new Set(names).size).toBe(names.length);
      }),
      { numRuns: runs(120) },
    );
  });

  test('from one side or the other it is the same number of parts', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (a, b) => {
        const [there, back] = [adaptersBetween(a, b), adaptersBetween(b, a)];
        expect(there.ok && there.chains[0]!.fittings.length).toBe(back.ok && back.chains[0]!.fittings.length);
      }),
      { numRuns: runs(80) },
    );
  });

  test('two fittings are never bolted flange to flange, over every pair of ports', () => {
    const ports = PART_FACE_IDS;
    const bolted = ports.flatMap((from) =>
      ports.flatMap((to) => {
        const found = adaptersBetween(from, to);
        if (!found.ok) return [];
        // Inside a row, faces 2–3, 4–5 … meet between two fittings.
        const inner = found.chains.map((c) => c.faces.slice(2, -2).filter((f) => f === 'flange').length);
        return inner.some((n) => n > 0) ? [`${from} ${to}`] : [];
      }),
    );
    expect(ports.length ** 2).toBeGreaterThan(4000);
    expect(bolted).toEqual([]);
    // A part that bolts on is still met by one adapter.
    const flange = adaptersBetween('flange', 'flare-8-f');
    expect(flange.ok && flange.chains[0]!.fittings).toHaveLength(1);
    const none = adaptersBetween('flare-3-m', 'orb-10-m');
    expect(!none.ok && none.reason).toMatch(/^nothing joins these/);
  });

  test.each([
    ['orb-8-f', 'flare-8-f', ['Adapter, -8 O-ring boss to -8 flare']],
    ['orb-8-f', 'orb-8-f', ['Union, -8 O-ring boss both ends']],
    ['flare-8-m', 'flare-8-m', ['Swivel union, -8 flare, female both ends']],
    ['flare-8-m', 'orb-8-f', ['Adapter, -8 O-ring boss to -8 flare swivel']],
    ['orb-10-f', 'flare-8-f', ['Adapter, -10 O-ring boss to -8 flare']],
    ['metric-M18×1.5-f', 'flare-8-f', ['Adapter, M18×1.5 to -8 flare']],
    ['quick-3/8-m', 'flare-6-f', ['Quick connector adapter, 3/8 in quick connector socket to -6 flare']],
    ['flare-8-f', 'flare-8-m', []],
  ] as const)('%s to %s: %j', (from, to, names) => {
    const found = adaptersBetween(from, to);
    expect(found.ok && found.chains[0]!.fittings.map((f) => f.name)).toEqual(names);
  });
});

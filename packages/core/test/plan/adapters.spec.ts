import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adaptersBetween, FITTINGS, FACES, mate, type Chain, type FaceId } from '../support/core.ts';

const ids = Object.keys(FACES) as FaceId[];

/** Fewest fittings between two faces, by trying every row: another way than the search itself. */
function fewest(from: FaceId, to: FaceId, most: number): number {
  let exposed = new Set<FaceId>([from]);
  for (let n = 0; n <= most; n++) {
    if ([...exposed].some((f) => mate(f, to).ok)) return n;
    const next = new Set<FaceId>();
    for (const f of exposed)
      for (const { a, b } of FITTINGS) {
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
      { numRuns: 400 },
    );
  });

  test('from one side or the other it is the same number of parts', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (a, b) => {
        const [there, back] = [adaptersBetween(a, b), adaptersBetween(b, a)];
        expect(there.ok && there.chains[0]!.fittings.length).toBe(back.ok && back.chains[0]!.fittings.length);
      }),
      { numRuns: 200 },
    );
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

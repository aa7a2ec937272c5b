import { describe, expect, test } from '@jest/globals';
import { rangesOf } from '../src/ui/track/axis-ranges.ts';
import { layOut } from '../src/ui/track/lay-out.ts';
import { wrapped } from '../src/ui/track/names.ts';
import { heightOf, rowsOf } from '../src/ui/track/upright-rows.ts';
import { stillFits } from '../src/ui/chart/use-held.ts';
import type { Track, TrackItem, TrackJunction, TrackPath } from '../src/ui/track/track-model.ts';

const item = (id: string, weight = 1): TrackItem => ({
  id,
  symbol: 'run',
  name: id,
  caption: '',
  line: 'feed',
  weight,
  before: 0,
  after: 0,
});
const path = (id: string, from: string, to: string, way: TrackPath['way'], ...ids: string[]): TrackPath => ({
  id,
  from,
  to,
  way,
  line: 'feed',
  items: ids.map((i) => item(i)),
});
const junction = (id: string, symbol: TrackJunction['symbol']): TrackJunction => ({
  id,
  symbol,
  name: id,
  value: 0,
});
const track = (junctions: TrackJunction[], paths: TrackPath[]): Track => ({
  dimension: 'pressure',
  decimals: 1,
  start: 'tank',
  junctions,
  paths,
});

const loop = track(
  [junction('tank', 'tank'), junction('rail', 'rail')],
  [path('feed', 'tank', 'rail', 'out', 'a', 'b', 'c'), path('return', 'rail', 'tank', 'home', 'reg', 'back')],
);
const twin = track(
  [junction('tank', 'tank'), junction('y', 'tee'), junction('rail', 'rail')],
  [
    path('one', 'tank', 'y', 'out', 'p1'),
    path('two', 'tank', 'y', 'out', 'p2', 'c2'),
    path('feed', 'y', 'rail', 'out', 'f'),
    path('return', 'rail', 'tank', 'home', 'reg'),
  ],
);

describe('the track lays itself out', () => {
  test('out runs left to right, home right to left, each path’s parts end to end between its junctions', () => {
    const { paths, xOf } = layOut(loop, 820);
    for (const p of paths) {
      const forward = p.path.way === 'out' ? 1 : -1;
      expect(Math.sign(p.x1 - p.x0)).toBe(forward);
      p.slots.forEach((s, i) => {
        expect(s.x0).toBeCloseTo(i === 0 ? p.x0 : p.slots[i - 1]!.x1, 9);
        expect(Math.sign(s.x1 - s.x0)).toBe(forward);
      });
      expect(p.slots.at(-1)!.x1).toBeCloseTo(p.x1, 9);
    }
    expect(xOf('tank')).toBeLessThan(xOf('rail'));
  });

  test('paths side by side get lanes of their own; ways home lie below; nothing lies on another', () => {
    const { paths, junctions, height } = layOut(twin, 820);
    const y = (id: string) => paths.find((p) => p.path.id === id)!.y;
    expect(y('one')).not.toBe(y('two'));
    expect(y('feed')).toBe(y('one'));
    expect(y('return')).toBeGreaterThan(Math.max(y('one'), y('two')));
    for (const a of paths)
      for (const b of paths) {
        if (a === b || a.y !== b.y) continue;
        const [al, ar] = [Math.min(a.x0, a.x1), Math.max(a.x0, a.x1)];
        const [bl, br] = [Math.min(b.x0, b.x1), Math.max(b.x0, b.x1)];
        expect(ar <= bl || br <= al).toBe(true);
      }
    const tee = junctions.find((j) => j.junction.id === 'y')!;
    expect([tee.top, tee.bottom]).toEqual([y('one'), y('two')]);
    expect(height).toBeGreaterThan(y('return'));
  });

  test('keeps every part wide enough to touch, growing past the page when it must', () => {
    const long = track(
      [junction('tank', 'tank'), junction('rail', 'rail')],
      [path('feed', 'tank', 'rail', 'out', ...Array.from({ length: 40 }, (_, i) => `p${i}`))],
    );
    const { width, paths } = layOut(long, 600);
    expect(width).toBeGreaterThan(2000);
    for (const s of paths[0]!.slots) expect(s.x1 - s.x0).toBeGreaterThan(44);
  });

  test('a ring of ways out, an empty path and a path to nowhere do not hang or run off', () => {
    const odd = track(
      [junction('tank', 'tank'), junction('a', 'tee'), junction('b', 'tee'), junction('lost', 'rail')],
      [
        path('1', 'tank', 'a', 'out', 'x'),
        path('2', 'a', 'b', 'out'),
        path('3', 'b', 'a', 'out', 'y'),
        path('4', 'b', 'gone', 'out', 'z'),
      ],
    );
    const { paths, width } = layOut(odd, 800);
    for (const p of paths) for (const x of [p.x0, p.x1]) expect(x >= 0 && x <= width).toBe(true);
    expect(layOut(track([], []), 300).paths).toEqual([]);
  });

  test('rows that carry the same line beside each other are told apart; what follows one after the other is not', () => {
    const rank = (id: string) => layOut(twin, 820).paths.find((p) => p.path.id === id)!.rank;
    expect(['one', 'two', 'feed', 'return'].map(rank)).toEqual([0, 1, 0, 0]);
  });

  test('however long names are, no word of them is lost and no lane runs into another', () => {
    const named = (way: string) => `${way} hose with a very long name that somebody typed for ${way}`;
    const long = {
      ...twin,
      paths: twin.paths.map((p) => ({
        ...p,
        items: p.items.map((i) => ({ ...i, name: named(i.id), caption: named(i.id) })),
      })),
    };
    const { paths, height } = layOut(long, 820);
    const boxes = paths.flatMap((p) =>
      p.slots.map((s) => {
        const width = Math.abs(s.x1 - s.x0);
        const [name, caption] = [wrapped(s.item.name, width), wrapped(s.item.caption, width)];
        expect(name.join(' ')).toBe(s.item.name);
        const out = p.path.way === 'out';
        return {
          left: Math.min(s.x0, s.x1),
          right: Math.max(s.x0, s.x1),
          top: p.y - (out ? 32 + 15 * name.length - 4 : 27),
          bottom: p.y + 41 + 15 * (caption.length - 1 + (out ? 0 : name.length)),
        };
      }),
    );
    for (const a of boxes) {
      expect(a.top).toBeGreaterThanOrEqual(0);
      expect(a.bottom).toBeLessThanOrEqual(height);
      for (const b of boxes)
        if (a !== b && a.left < b.right - 1 && b.left < a.right - 1)
          expect(a.bottom <= b.top || b.bottom <= a.top).toBe(true);
    }
  });

  test('words step aside where an upright bar would run through them', () => {
    const crossed = track(
      [
        junction('tank', 'tank'),
        junction('other', 'factory'),
        junction('y', 'tee'),
        junction('rail', 'rail'),
      ],
      [
        path('feed', 'tank', 'y', 'out', 'a', 'b'),
        path('on', 'y', 'rail', 'out', 'c', 'd'),
        path('factory', 'other', 'rail', 'out', 'factory line'),
        path('return', 'y', 'tank', 'home', 'reg'),
      ],
    );
    const { paths, xOf } = layOut(crossed, 820);
    const { textX, x0, x1 } = paths.find((p) => p.path.id === 'factory')!.slots[0]!;
    expect(Math.abs(textX - xOf('y'))).toBeGreaterThan(30);
    expect(textX > x0 && textX < x1).toBe(true);
  });
});

describe('the upright track', () => {
  test('tells the lines in the order the fuel meets them, however the job stores them, and joins only what goes on', () => {
    const surge = track(
      [junction('rail', 'rail'), junction('surge', 'surge'), junction('tank', 'tank'), junction('y', 'tee')],
      [
        path('on', 'y', 'rail', 'out', 'filter'),
        path('overflow', 'surge', 'tank', 'home', 'overflow hose'),
        path('two', 'surge', 'y', 'out', 'pump 2'),
        path('one', 'surge', 'y', 'out', 'pump 1'),
        path('return', 'rail', 'surge', 'home', 'regulator'),
        path('lift', 'tank', 'surge', 'out', 'lift pump'),
      ],
    );
    const rows = rowsOf(surge);
    const parts = rows.filter((r) => r.kind === 'part').map((r) => r.id);
    expect(parts).toEqual(['lift pump', 'pump 2', 'pump 1', 'filter', 'regulator', 'overflow hose']);
    // Only at the start and where the second pump draws: each other line goes on from the place above it.
    expect(rows.filter((r) => r.begins).map((r) => r.id)).toEqual(['tank', 'surge']);
    expect(
      heightOf({ ...rows[0]!, name: 'A name as long as anybody has typed it, and longer' }),
    ).toBeGreaterThan(heightOf(rows[0]!));
  });

  test('a ring loses no part', () => {
    const ring = track(
      [junction('a', 'tee'), junction('b', 'tee')],
      [path('1', 'a', 'b', 'out', 'x'), path('2', 'b', 'a', 'out', 'y')],
    );
    expect(
      rowsOf(ring)
        .filter((r) => r.kind === 'part')
        .map((r) => r.id),
    ).toEqual(['x', 'y']);
  });
});

describe('the axis under the track', () => {
  test('breaks where small drops near the top could not be read, and only there', () => {
    expect(rangesOf([0, 0.2, 57, 57.5, 58.4, 59], 3)).toHaveLength(2);
    // Large drops can be read without a break, small pressures too.
    expect(rangesOf([0, 0.2, 40, 45, 52, 59], 3)).toHaveLength(1);
    expect(rangesOf([0, 1, 5, 6], 3)).toHaveLength(1);
    expect(rangesOf([NaN, 4], 3)).toHaveLength(1);
    expect(rangesOf([], 3)).toHaveLength(1);
  });

  test('stands still while the values fit on it and are not a thin stripe of it', () => {
    expect(stillFits([0, 10], [1, 9])).toBe(true);
    expect(stillFits([0, 10], [-1, 9])).toBe(false);
    expect(stillFits([0, 10], [4, 5])).toBe(false);
    expect(stillFits([0, 10], [0, 10])).toBe(true);
  });
});

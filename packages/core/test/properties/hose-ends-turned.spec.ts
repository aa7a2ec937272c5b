import { describe, expect, test } from '@jest/globals';
import {
  ELBOWS,
  type EndFit,
  type EndQuestion,
  fitHoseEnds,
  type Pose,
  type Vec3,
} from '../../src/public/fit.ts';
import { cross, dot, scale } from '../../src/fit/vector.ts';
import { seeded } from '../support/random-documents.ts';
import { newSeeds } from '../support/sweep.ts';

/** What is offered depends on how two ports are to each other, not on where they are in the car. */

function directions(seed: number) {
  const next = seeded(seed);
  const direction = (): Vec3 => {
    const z = 2 * next() - 1;
    const a = 2 * Math.PI * next();
    const r = Math.sqrt(1 - z * z);
    return [r * Math.cos(a), r * Math.sin(a), z];
  };
  return { next, direction };
}

const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [-1, 0, 0],
  [0, -1, 0],
  [0, 0, -1],
];

/** Ports anywhere, every third pair square to each other as they often are; three of the nine ends. */
function question(seed: number): EndQuestion {
  const { next, direction } = directions(seed);
  const axis = (): Vec3 => (seed % 3 === 0 ? AXES[Math.floor(6 * next())]! : direction());
  const three = ELBOWS.filter((_, i) => (i + seed) % 3 === 0);
  return {
    from: { at: [0.3, -0.1, 0.2], along: axis() },
    to: {
      at: scale(axis(), 0.08 + 0.4 * next()).map((v, i) => v + [0.3, -0.1, 0.2][i]!) as unknown as Vec3,
      along: axis(),
    },
    hose: seed % 2 ? 'ptfe' : 'rubber-braid',
    dash: 6,
    ends: three,
    movement: 0,
  };
}

type Move = (v: Vec3) => Vec3;
function turn(seed: number): Move {
  const { direction } = directions(seed + 7919);
  const x = direction();
  const other = direction();
  const y = scale(cross(x, other), 1 / Math.hypot(...cross(x, other)));
  const z = cross(x, y);
  return (v) => [dot(x, v), dot(y, v), dot(z, v)];
}
const moved = (move: Move, { at, along }: Pose): Pose => ({ at: move(at), along: move(along) });

const plain = (fits: readonly EndFit[]) =>
  fits.map(({ ends, lies, cut, length, turn: turned, loss }) => ({
    ends: ends.join(' + '),
    lies,
    figures: [cut, length, turned, loss],
  }));
/** The same within a tenth of a millimeter, and as nearly for the rest. */
const figures = (fits: readonly EndFit[]) =>
  plain(fits).map((f) => ({ ...f, figures: f.figures.map((v): unknown => expect.closeTo(v, 4)) }));

describe('two ports turned or mirrored together', () => {
  test.each(newSeeds(40))(
    'seed %i: the same pairs go in, in the same order, with the same lengths',
    (seed) => {
      const q = question(seed);
      const fits = fitHoseEnds(q);
      const round = turn(seed);
      const mirrored: Move = (v) => {
        const [x, y, z] = round(v);
        return [-x, y, z];
      };
      for (const move of [round, mirrored]) {
        const again = fitHoseEnds({ ...q, from: moved(move, q.from), to: moved(move, q.to) });
        expect(plain(again)).toEqual(figures(fits));
      }
      // Named the other way round, each pair lies as its mirror image does.
      const back = fitHoseEnds({ ...q, from: q.to, to: q.from });
      const turnedRound = back.map((f) => ({ ...f, ends: [f.ends[1], f.ends[0]] as EndFit['ends'] }));
      const byName = (a: EndFit, b: EndFit) => a.ends.join().localeCompare(b.ends.join());
      expect(plain(turnedRound.toSorted(byName))).toEqual(figures(fits.toSorted(byName)));
    },
  );
});

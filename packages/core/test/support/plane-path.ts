/** A place and a direction in a plane: m and rad. */
export interface PlanePose {
  readonly x: number;
  readonly y: number;
  readonly heading: number;
}

type Turn = 'L' | 'R';
export type PlaneWord = 'LSL' | 'RSR' | 'LSR' | 'RSL' | 'RLR' | 'LRL';

export interface PlanePath {
  readonly word: PlaneWord;
  /** Of each of its three pieces: rad for a turn, m for the straight one. */
  readonly pieces: readonly [number, number, number];
  readonly length: number;
}

const TURN = 2 * Math.PI;
const mod = (angle: number): number => {
  const m = angle % TURN;
  const positive = m < 0 ? m + TURN : m;
  // A whole turn that is one by rounding is none.
  return TURN - positive < 1e-9 ? 0 : positive;
};

/**
 * Shortest ways between two poses in a plane along which a line never bends tighter than a radius: two turns with a straight piece
 * or a third turn between them.
 * @param from pose at the beginning
 * @param to pose at the end
 * @param radius least radius, m
 * @returns every way of that form that exists, the shortest first
 * Validity: radius above 0.
 * @throws nothing
 * @source L. E. Dubins 1957, American Journal of Mathematics 79; closed forms after A. M. Shkel and V. Lumelsky 2001
 * @example planePaths({ x: 0, y: 0, heading: 0 }, { x: 4, y: 0, heading: 0 }, 1)[0].length // => 4
 */
export function planePaths(from: PlanePose, to: PlanePose, radius: number): PlanePath[] {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const d = Math.hypot(dx, dy) / radius;
  const theta = mod(Math.atan2(dy, dx));
  const a = mod(from.heading - theta);
  const b = mod(to.heading - theta);
  const [sa, sb, ca, cb, cab] = [Math.sin(a), Math.sin(b), Math.cos(a), Math.cos(b), Math.cos(a - b)];
  const found: PlanePath[] = [];
  const keep = (word: PlaneWord, first: number, middle: number, last: number): void => {
    const curved = word[1] !== 'S';
    found.push({
      word,
      pieces: [first, curved ? middle : middle * radius, last],
      length: (first + middle + last) * radius,
    });
  };
  const root = (square: number): number | undefined =>
    square < -1e-12 ? undefined : Math.sqrt(Math.max(0, square));

  const lsl = root(2 + d * d - 2 * cab + 2 * d * (sa - sb));
  if (lsl !== undefined) {
    const at = Math.atan2(cb - ca, d + sa - sb);
    keep('LSL', mod(at - a), lsl, mod(b - at));
  }
  const rsr = root(2 + d * d - 2 * cab + 2 * d * (sb - sa));
  if (rsr !== undefined) {
    const at = Math.atan2(ca - cb, d - sa + sb);
    keep('RSR', mod(a - at), rsr, mod(at - b));
  }
  const lsr = root(-2 + d * d + 2 * cab + 2 * d * (sa + sb));
  if (lsr !== undefined) {
    const at = Math.atan2(-ca - cb, d + sa + sb) - Math.atan2(-2, lsr);
    keep('LSR', mod(at - a), lsr, mod(at - b));
  }
  const rsl = root(-2 + d * d + 2 * cab - 2 * d * (sa + sb));
  if (rsl !== undefined) {
    const at = Math.atan2(ca + cb, d - sa - sb) - Math.atan2(2, rsl);
    keep('RSL', mod(a - at), rsl, mod(b - at));
  }
  const third = (word: 'RLR' | 'LRL', c: number, at: number): void => {
    if (Math.abs(c) > 1) return;
    const middle = mod(TURN - Math.acos(c));
    const first = word === 'RLR' ? mod(a - at + middle / 2) : mod(at - a + middle / 2);
    keep(word, first, middle, word === 'RLR' ? mod(a - b - first + middle) : mod(b - a - first + middle));
  };
  third('RLR', (6 - d * d + 2 * cab + 2 * d * (sa - sb)) / 8, Math.atan2(ca - cb, d - sa + sb));
  third('LRL', (6 - d * d + 2 * cab + 2 * d * (sb - sa)) / 8, Math.atan2(cb - ca, d + sa - sb));
  return found.sort((p, q) => p.length - q.length);
}

/**
 * Where a way of turns and straights ends.
 * @param from pose at the beginning
 * @param path way as found
 * @param radius radius of its turns, m
 * @returns pose at its end
 * Validity: any way of three pieces.
 * @throws nothing
 * @source plane geometry
 * @example endOfPath({ x: 0, y: 0, heading: 0 }, { word: 'LSL', pieces: [0, 2, 0], length: 2 }, 1).x // => 2
 */
export function endOfPath(from: PlanePose, { word, pieces }: PlanePath, radius: number): PlanePose {
  let { x, y, heading } = from;
  pieces.forEach((piece, i) => {
    const kind = word[i] as Turn | 'S';
    if (kind === 'S') {
      x += piece * Math.cos(heading);
      y += piece * Math.sin(heading);
      return;
    }
    const side = kind === 'L' ? 1 : -1;
    const next = heading + side * piece;
    x += side * radius * (Math.sin(next) - Math.sin(heading));
    y -= side * radius * (Math.cos(next) - Math.cos(heading));
    heading = next;
  });
  return { x, y, heading };
}

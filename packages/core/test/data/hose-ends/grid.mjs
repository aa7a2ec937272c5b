/*
 * What a grid over both clocks finds: 40 seeded pairs of ports, 81 pairs of hose ends each, both elbows turned in steps of five
 * degrees, every way of a turn, a straight piece and a turn that turns up to 220 degrees together. Nothing of the program is used:
 * the sizes, losses and the solver (Newton on the distances of the two corners, from several starts) are this file's own.
 *
 * node grid.mjs [from] [to]   writes the answers for ports from..to as JSON to standard output; the whole takes about half an hour
 */
const RAD = Math.PI / 180;
const { abs, atan, cos, hypot, max, min, sin, sqrt } = Math;
const add = (a, b, by = 1) => [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];
const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const scale = (a, by) => a.map((v) => v * by);
const unit = (a) => scale(a, 1 / hypot(...a));
const cross = (a, b) => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];

/** Ends of size -6, as the method sheet has them: the turn, degrees, and K on the end's own bore. */
const ENDS = [
  ['straight', 0, 0.1],
  ['elbow-30', 30, 0.2],
  ['elbow-45', 45, 0.3],
  ['elbow-60', 60, 0.4],
  ['elbow-90', 90, 0.5],
  ['elbow-120', 120, 0.65],
  ['elbow-135', 135, 0.72],
  ['elbow-150', 150, 0.8],
  ['elbow-180', 180, 0.9],
];
/** Of the bore of the end over the bore of the hose: 0.85. K = [0.5(1 − b²) + K_end + (1 − b²)²]/b⁴. */
const endLoss = (k) => (0.5 * (1 - 0.7225) + k + (1 - 0.7225) ** 2) / 0.52200625;
/** 12 mm to the bend, a bend of 14.2875 mm, 24 mm on to the hose, 14.2875 mm of hose straight. */
const STUB = 0.012;
const BEND = 0.0142875;
const TAIL = 0.024;
const LEAD = 0.0142875;
/** Ends nearer to each other than a hose is thick run into each other; a millimeter more where it is measured by points. */
const THICK = 1.5 * 0.009525 + 0.001;
const HOSES = {
  ptfe: { bore: 0.0079, least: 0.102 },
  'rubber-braid': { bore: 0.0087, least: 0.064 },
};
/** K of a right angle by radius over bore: 0.13 at 5, 0.12 from 10 on. */
const bendLoss = (rad, ratio) => (rad / (90 * RAD)) * (ratio >= 10 ? 0.12 : 0.13 - (0.01 * (ratio - 5)) / 5);
const FRICTION = 0.024;
const LOOP = 220 * RAD;

/** Ports: seeded; the first ten face each other about as they do in a car, the rest point anywhere. */
export function ports() {
  let seed = 26;
  const next = () => (seed = (seed * 1664525 + 1013904223) % 4294967296) / 4294967296;
  const direction = () => {
    const z = 2 * next() - 1;
    const a = 2 * Math.PI * next();
    return [sqrt(1 - z * z) * cos(a), sqrt(1 - z * z) * sin(a), z];
  };
  return Array.from({ length: 40 }, (_, n) => {
    const hose = n % 2 ? 'ptfe' : 'rubber-braid';
    const far = n < 10 ? 0.2 + 0.6 * next() : 0.08 + 0.3 * next();
    const way = direction();
    const round = (v) => v.map((x) => Math.round(x * 1e4) / 1e4);
    const at = round(scale(way, far));
    const along = (toward) => unit(round(n < 10 ? unit(add(toward, direction(), 0.8)) : direction()));
    return { hose, from: { at: [0, 0, 0], along: along(way) }, to: { at, along: along(scale(way, -1)) } };
  });
}

/** An end at every clock: where the hose may begin to bend, and points along the end. */
function turnedEnds(port, degrees) {
  const turn = degrees * RAD;
  const other = abs(port.along[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
  const up = unit(add(other, port.along, -dot(other, port.along)));
  const side = cross(port.along, up);
  return Array.from({ length: degrees ? 72 : 1 }, (_, i) => {
    const lean = add(scale(up, cos(5 * i * RAD)), side, sin(5 * i * RAD));
    const bend = (angle) =>
      add(add(port.at, port.along, STUB + BEND * sin(angle)), lean, BEND * (1 - cos(angle)));
    const along = add(scale(port.along, cos(turn)), lean, sin(turn));
    const off = degrees ? bend(turn) : port.at;
    const points = [
      ...(degrees ? [0, 0.25, 0.5, 0.75, 1].map((s) => add(port.at, port.along, STUB * s)) : []),
      ...(degrees ? [0.2, 0.4, 0.6, 0.8, 1].map((s) => bend(turn * s)) : []),
      ...[0, 0.2, 0.4, 0.6, 0.8, 1].map((s) => add(off, along, TAIL * s)),
    ];
    return { at: add(off, along, TAIL + LEAD), along, points };
  });
}

const clear = (a, b) => a.points.every((p) => b.points.every((q) => hypot(...add(p, q, -1)) >= THICK));

const halfTan = (product, n) => sqrt(max(0, n - product) / max(1e-300, n + product));
/** Signs of the two turns (below 0: beyond half a circle) and of the line between the corners, and where to begin, in radii. */
const FORMS = [
  [1, 1, 1, [0.1, 1, 6].flatMap((p) => [0.1, 1, 6].map((q) => [p, q]))],
  [-1, 1, 1, [-8, -3].flatMap((p) => [0.05, 0.3].map((q) => [p, q]))],
  [1, -1, 1, [-8, -3].flatMap((q) => [0.05, 0.3].map((p) => [p, q]))],
  [-1, 1, -1, [-8, -3].flatMap((p) => [0.05, 0.3].map((q) => [p, q]))],
  [1, -1, -1, [-8, -3].flatMap((q) => [0.05, 0.3].map((p) => [p, q]))],
];

/** Least cost of a way without a loop, by Newton on how far out its two corners are. */
function way(a, b, radius, price) {
  const gap = scale(add(b.at, a.at, -1), 1 / radius);
  const [uv, ug, vg, gg] = [-dot(a.along, b.along), dot(a.along, gap), -dot(b.along, gap), dot(gap, gap)];
  let best = Infinity;
  for (const [first, second, run, starts] of FORMS)
    for (const start of starts) {
      let [p, q] = start;
      for (let round = 0; round < 40; round++) {
        const far = sqrt(max(0, gg + p * p + q * q - 2 * p * ug - 2 * q * vg + 2 * p * q * uv));
        if (far < 1e-12) break;
        const n = run * far;
        const du = run * (ug - p - q * uv);
        const dv = run * (vg - q - p * uv);
        const ta = first * halfTan(du, far);
        const tb = second * halfTan(dv, far);
        const f = p - ta;
        const g = q - tb;
        if (abs(f) + abs(g) < 1e-9) {
          const straight = n - p - q;
          const turn = (t) => (t < 0 ? 2 * Math.PI + 2 * atan(t) : 2 * atan(t));
          const turns = turn(ta) + turn(tb);
          if (straight > -1e-9 && turns <= LOOP) {
            const cost = price(turns, radius * (turns + max(0, straight)));
            best = min(best, cost);
          }
          break;
        }
        // Slopes of the two tangents by the product c and the length n: t² = (n − c)/(n + c).
        const np = (-run * du) / far;
        const nq = (-run * dv) / far;
        const slope = (c, t, dn, dc) => {
          const sum = far + c;
          return ((dn - dc) * sum - (far - c) * (dn + dc)) / (2 * (abs(t) < 1e-9 ? 1e-9 : t) * sum * sum);
        };
        const fp = 1 - slope(du, ta, np, -run);
        const fq = -slope(du, ta, nq, -run * uv);
        const gp = -slope(dv, tb, np, -run * uv);
        const gq = 1 - slope(dv, tb, nq, -run);
        const det = fp * gq - fq * gp;
        if (!(abs(det) > 1e-12)) break;
        const dp = (f * gq - g * fq) / det;
        const dq = (fp * g - gp * f) / det;
        const most = max(1, max(abs(dp), abs(dq)) / 3);
        p -= dp / most;
        q -= dq / most;
        p = first > 0 ? max(0, p) : min(0, p);
        q = second > 0 ? max(0, q) : min(0, q);
      }
      // A way of two short turns is the only one of its form that was ever seen: the next start would find it again.
      if (best < Infinity) return best;
    }
  return best;
}

/** Least loss over the grid at a radius, or nothing. */
function overGrid(ends, bore, radius, gapLength, most) {
  const price = (turns, length) =>
    length > gapLength + 4 * Math.PI * radius
      ? Infinity
      : bendLoss(turns, radius / bore) + (FRICTION * length) / bore;
  let best = most;
  for (const a of ends[0])
    for (const b of ends[1]) {
      const turn = Math.acos(max(-1, min(1, -dot(a.along, b.along))));
      if (price(turn, hypot(...add(a.at, b.at, -1))) >= best) continue;
      const cost = way(a, b, radius, price);
      if (cost < best && clear(a, b)) best = cost;
    }
  return best === most ? undefined : best;
}

if (process.argv[1]?.endsWith('grid.mjs')) {
  const all = ports();
  const [from, to] = [Number(process.argv[2] ?? 0), Number(process.argv[3] ?? all.length)];
  const found = all.slice(from, to).map(({ hose, from: a, to: b }) => {
    const { bore, least } = HOSES[hose];
    const gap = hypot(...b.at);
    const sides = [a, b].map((port) => ENDS.map(([, degrees]) => turnedEnds(port, degrees)));
    const lines = ENDS.flatMap(([, , k1], i) =>
      ENDS.map(([, , k2], j) => {
        const own = endLoss(k1) + endLoss(k2) + (FRICTION * 2 * LEAD) / bore;
        const pair = [sides[0][i], sides[1][j]];
        const easy = overGrid(pair, bore, 1.5 * least, gap, Infinity);
        const cost = easy ?? overGrid(pair, bore, least, gap, Infinity);
        return cost === undefined ? 0 : [easy === undefined ? 2 : 1, Number((own + cost).toFixed(4))];
      }),
    );
    return { hose, from: a, to: b, pairs: lines };
  });
  process.stdout.write(`[\n${found.map((f) => JSON.stringify(f)).join(',\n')}\n]\n`);
}

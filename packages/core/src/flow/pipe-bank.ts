import { Arena } from '../numerics/arena.ts';
import {
  BRIDGE_LO,
  BRIDGE_SCALE,
  BRIDGE_SLOPE,
  BRIDGE_Y,
  bridgeCubic,
  FRICTION_VALIDITY,
  FRICTION_REGIMES,
  start,
  TWO_OVER_LN10,
} from './friction.ts';
import type { OutsideValidity } from '../outcome/solve-report.ts';
import type { PipeNumbers } from './link-law.ts';
import { LINEAR_BELOW } from './minor-losses.ts';

const Q02 = LINEAR_BELOW * LINEAR_BELOW;
const { laminarBelow: LAMINAR, turbulentAbove: TURBULENT } = FRICTION_REGIMES;

/**
 * Many pipes in flat arrays, evaluated in one loop. Each remembers its last 1/√f: where the next flow lies near, one
 * quartic correction (one logarithm, see friction.ts) is enough, and in a solver’s last turns, where flows hardly move,
 * it is exact to rounding.
 */
export class PipeBank {
  private readonly friction: Float64Array;
  private readonly minor: Float64Array;
  private readonly reynoldsPerFlow: Float64Array;
  private readonly rough: Float64Array;
  /** 64/Re·Q² is linear in Q: written out, it has a slope at Q = 0. Pa per m³/s. */
  private readonly laminar: Float64Array;
  /** Last 1/√f, and the Reynolds number it was taken at; 0: not known. */
  private readonly inverseRoot: Float64Array;
  private readonly lastReynolds: Float64Array;
  /** Between the regimes: the last two coefficients of the bridge’s cubic; NaN: not worked out. */
  private readonly square: Float64Array;
  private readonly cube: Float64Array;

  /**
   * @param size how many pipes it can hold
   * @param arena where its arrays are made
   */
  constructor(size: number, arena = new Arena(72 * size)) {
    this.friction = arena.floats(size);
    this.minor = arena.floats(size);
    this.reynoldsPerFlow = arena.floats(size);
    this.rough = arena.floats(size);
    this.laminar = arena.floats(size);
    this.inverseRoot = arena.floats(size);
    this.lastReynolds = arena.floats(size);
    this.square = arena.floats(size);
    this.cube = arena.floats(size);
  }

  set(k: number, pipe: PipeNumbers): void {
    this.friction[k] = pipe.friction;
    this.minor[k] = pipe.minor;
    this.reynoldsPerFlow[k] = pipe.reynoldsPerFlow;
    this.rough[k] = pipe.rough;
    this.laminar[k] = (pipe.friction * 64) / pipe.reynoldsPerFlow;
    this.inverseRoot[k] = 0;
    this.lastReynolds[k] = 0;
    this.square[k] = NaN;
  }

  /** What a pipe is asked for outside what the friction law is known for, at a flow in m³/s. */
  outside(k: number, flow: number): Omit<OutsideValidity, 'at'> | undefined {
    const { reynolds, roughness } = FRICTION_VALIDITY;
    const re = Math.abs(flow) * this.reynoldsPerFlow[k]!;
    if (re > reynolds.max) return { ...reynolds, value: re };
    const relative = this.rough[k]! * 3.7;
    return relative > roughness.max ? { ...roughness, value: relative } : undefined;
  }

  /**
   * The loss of some pipes at their flows: Pa into `loss`, Pa per m³/s into `slope`.
   * @param which indices into this bank and into all arrays, the first `count` of them
   */
  evaluate(
    which: Int32Array,
    count: number,
    flows: Float64Array,
    loss: Float64Array,
    slope: Float64Array,
  ): void {
    const { friction, minor, reynoldsPerFlow, rough, laminar, inverseRoot, lastReynolds, square, cube } =
      this;
    for (let s = 0; s < count; s++) {
      const k = which[s]!;
      const q = flows[k]!;
      const abs = q < 0 ? -q : q;
      const re = abs * reynoldsPerFlow[k]!;
      let h: number;
      let g: number;
      if (re >= TURBULENT) {
        const a = rough[k]!;
        const b = 2.51 / re;
        let x = inverseRoot[k]!;
        // Within a factor of two the last 1/√f lies within some 10 %: near enough for the quartic step.
        const before = lastReynolds[k]!;
        if (!(re < 2 * before && before < 2 * re)) x = start(a, b);
        const arg = a + b * x;
        const beta = b / arg;
        const f1 = 1 + TWO_OVER_LN10 * beta;
        const f0 = x + TWO_OVER_LN10 * Math.log(arg);
        const f2 = (1 - f1) * beta;
        const f12 = f1 * f1;
        const f02 = f0 * f2;
        x -= (f0 * (6 * f12 - 3 * f02)) / (6 * f1 * (f12 - f02) - 2 * f0 * f02 * beta);
        inverseRoot[k] = x;
        lastReynolds[k] = re;
        // d(f·Q²)/dQ = 2·f·Q/(1 + (2/ln 10)·β): one division for both.
        const half = (friction[k]! * abs) / (x * x * f1);
        h = half * f1 * abs;
        g = 2 * half;
      } else if (re <= LAMINAR) {
        g = laminar[k]!;
        h = g * abs;
      } else {
        if (!(square[k]! > -Infinity)) this.layBridge(k);
        const t = (Math.log(re) - BRIDGE_LO) * BRIDGE_SCALE;
        const c2 = square[k]!;
        const c3 = cube[k]!;
        const lost = friction[k]! * abs * Math.exp(BRIDGE_Y + t * (BRIDGE_SLOPE + t * (c2 + t * c3)));
        h = lost * abs;
        g = lost * (2 + (BRIDGE_SLOPE + t * (2 * c2 + 3 * t * c3)) * BRIDGE_SCALE);
      }
      const r = minor[k]!;
      if (r !== 0) {
        const root = Math.sqrt(abs * abs + Q02);
        h += r * abs * root;
        g += r * (root + (abs * abs) / root);
      }
      loss[k] = q < 0 ? -h : h;
      slope[k] = g;
    }
  }

  /** The cubic of one pipe between the regimes: worked out where it is first needed. */
  private layBridge(k: number): void {
    const { square, cube } = bridgeCubic(this.rough[k]!);
    this.square[k] = square;
    this.cube[k] = cube;
  }
}

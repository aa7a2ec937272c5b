import type { Expectation } from '../../contract.ts';
import type { Miss } from '../../measured.ts';
import type { ChannelTrouble } from './channel-health.ts';
import type { Steady } from './steady.ts';

/** A stretch of a pull: what was logged there (medians, SI) and what the plan has for the same engine speed and boost. */
export interface LogPoint {
  /** Number of the pull, from 0; −1 outside one. */
  readonly pull: number;
  readonly during: 'pull' | Steady;
  readonly rpm: number;
  readonly manifoldPa: number;
  readonly fuelPa: number;
  /** Fuel pressure less manifold, Pa: what the injectors see. On the low side of direct injection its gauge pressure. */
  readonly differential: number;
  /** The least of it that lasted two rows or more. */
  readonly lowest: number;
  /** It dipped under what it may be, though the middle of the stretch did not. */
  readonly dips: boolean;
  /** Null where the plan does not settle there. */
  readonly expects: Expectation | null;
  readonly volts: number | null;
  /** What the controller should get: its own feed, not the pump’s. */
  readonly expectsVolts: Expectation;
  readonly lambda: number | null;
  readonly side: 'pass' | 'low' | 'high' | 'unjudged';
}

export interface LogOutcome {
  readonly verdict: 'pass' | 'fail' | 'incomplete';
  /** Stretches of the pulls. */
  readonly points: readonly LogPoint[];
  /** Idle, cruise and coasting. */
  readonly steady: readonly LogPoint[];
  readonly pulls: number;
  /** Size of swings back and forth, Pa; null: none. */
  readonly swings: number | null;
  /** The pressure judged is that of a low side, as a gauge shows it. */
  readonly lowSide: boolean;
  readonly troubles: readonly ChannelTrouble[];
  readonly misses: readonly Miss[];
  /** What it suggests, from a fixed table. */
  readonly usually: readonly string[];
}

import { quantity } from '../../fields/field.ts';
import { NPT_PITCH, type NptSize } from '../../kinds/ports/faces.ts';
import { INCH } from '../../quantities/constants.ts';

export interface NptThread {
  /** Drill for a taper tap in a straight hole, and where the hole is tapered with a reamer first. */
  readonly drill: string;
  readonly drillIn: number;
  readonly reamedDrill: string;
  readonly reamedIn: number;
  /** Engagement by hand L1, in. */
  readonly handIn: number;
  /** What a spoiled hole is tapped to. */
  readonly repair: NptSize | '1';
}

/**
 * Taper pipe threads of ASME B1.20.1, from memory. The often printed 11/32, 37/64 and 23/32 are straight-pipe drills and cut the
 * hole too large.
 */
export const NPT_THREADS: Readonly<Record<NptSize, NptThread>> = {
  '1/16': {
    drill: 'C (.242)',
    drillIn: 0.242,
    reamedDrill: 'A (.234)',
    reamedIn: 0.234,
    handIn: 0.16,
    repair: '1/8',
  },
  '1/8': {
    drill: 'Q (.332)',
    drillIn: 0.332,
    reamedDrill: '21/64',
    reamedIn: 0.3281,
    handIn: 0.1615,
    repair: '1/4',
  },
  '1/4': {
    drill: '7/16',
    drillIn: 0.4375,
    reamedDrill: '27/64',
    reamedIn: 0.4219,
    handIn: 0.2278,
    repair: '3/8',
  },
  '3/8': {
    drill: '9/16',
    drillIn: 0.5625,
    reamedDrill: '9/16',
    reamedIn: 0.5625,
    handIn: 0.24,
    repair: '1/2',
  },
  '1/2': {
    drill: '45/64',
    drillIn: 0.7031,
    reamedDrill: '11/16',
    reamedIn: 0.6875,
    handIn: 0.32,
    repair: '3/4',
  },
  '3/4': {
    drill: '29/32',
    drillIn: 0.9063,
    reamedDrill: '57/64',
    reamedIn: 0.8906,
    handIn: 0.339,
    repair: '1',
  },
};

/** Half an inch of material, m. */
export const USUAL_WALL = 0.0127;

/** What is asked about the hole. */
export const NPT_FIELDS = {
  wall: quantity({
    label: 'Thickness of the wall',
    dimension: 'bore',
    unit: 'm',
    min: 0.0003,
    max: 0.05,
    usual: USUAL_WALL,
  }).field,
};

export interface NptHole {
  readonly thread: NptThread;
  /** Threads an inch. */
  readonly pitch: number;
  /** Turns a fitting goes in by hand in full material. */
  readonly handTurns: number;
  /** Turns the wall has thread for. */
  readonly wallTurns: number;
  /** Too thin to be tapped: a bulkhead fitting, a weld bung or a hat instead. */
  readonly tooThin: boolean;
}

/**
 * What a wall gives a taper thread: the turns it has thread for against the hand engagement of the standard.
 * @param size pipe size
 * @param wallM thickness of the wall, m
 * @returns thread data, turns by hand and turns in this wall
 * Validity: sizes of the table; a wall of more than nothing.
 * @throws nothing
 * @source ASME B1.20.1 hand engagement L1 (from memory)
 * @example nptHole('1/8', 0.0015).tooThin // => true
 */
export function nptHole(size: NptSize, wallM: number): NptHole {
  const thread = NPT_THREADS[size];
  const pitch = NPT_PITCH[size];
  const handTurns = thread.handIn * pitch;
  const wallTurns = (wallM / INCH) * pitch;
  return { thread, pitch, handTurns, wallTurns, tooThin: wallTurns < handTurns };
}

import type { Dash } from '../../kinds/plumbing/run/hoses.ts';
import type { Face } from '../../kinds/ports/faces.ts';
import type { JointKind } from './mating.ts';

/** What a kind of joint needs, and what ruins it. */
export interface JointRule {
  readonly name: string;
  /** The seal that is used up; null: none. */
  readonly seal: ((face: Face, ethanol: number) => string) | null;
  readonly seals: number;
  readonly does: string;
  readonly never: string;
  /** @param steel whether both sides are steel: the weaker material sets the figure */
  readonly tighten: (face: Face, steel: boolean) => string;
}

/** Seal rings of SAE J1926 bosses, from memory. */
export const BOSS_RINGS: Readonly<Record<Dash, string>> = {
  3: '-903',
  4: '-904',
  5: '-905',
  6: '-906',
  8: '-908',
  10: '-910',
  12: '-912',
  16: '-916',
};

/** Flared tube nuts on aluminum tube, lbf·in: FAA AC 43.13-1B table 9-2; -3 to -16. */
export const NUT_TORQUE: Readonly<Record<Dash, readonly [number, number]>> = {
  3: [30, 40],
  4: [40, 65],
  5: [60, 80],
  6: [75, 125],
  8: [150, 250],
  10: [200, 350],
  12: [300, 500],
  16: [500, 700],
};
/** The same on steel tube. */
export const STEEL_NUT_TORQUE: Readonly<Record<Dash, readonly [number, number]>> = {
  3: [90, 100],
  4: [135, 150],
  5: [180, 200],
  6: [270, 300],
  8: [450, 500],
  10: [650, 700],
  12: [900, 1000],
  16: [1200, 1400],
};

const ringOf = (face: Face, ethanol: number): string =>
  `O-ring ${BOSS_RINGS[face.size as Dash]}, ${ethanol > 0 ? 'FKM (gasoline and ethanol)' : 'FKM or nitrile'}`;

/** Every kind of joint: common practice where no standard is named. */
export const JOINT_RULES: Readonly<Record<JointKind, JointRule>> = {
  cone: {
    name: 'flare joint',
    seal: null,
    seals: 0,
    does: 'cones clean and dry; start by hand; hold the fitting with a second wrench',
    never: 'no tape or paste: it keeps the cone off its seat',
    tighten: ({ size }, steel) => {
      const [low, high] = (steel ? STEEL_NUT_TORQUE : NUT_TORQUE)[size as Dash];
      const weaker = steel ? 'steel on steel' : 'aluminum on either side';
      return `${low}–${high} lbf·in, ${weaker} (AC 43.13-1B), or flats as the maker says`;
    },
  },
  'o-ring': {
    name: 'O-ring joint',
    seal: ringOf,
    seals: 1,
    does: 'film of oil on a new O-ring; screw in until the shoulder meets the port’s face',
    never: 'no tape or paste; never a bare flare fitting in a boss',
    tighten: () => 'shoulder seated, then as the maker says',
  },
  taper: {
    name: 'NPT joint',
    seal: () => 'Thread sealant, fuel-rated: anaerobic or PTFE paste',
    seals: 0,
    does: 'sealant on the male thread, first two threads bare; two to three turns past hand tight',
    never: 'never backed off to line up; no instant glue; no shreds of tape toward the injectors',
    tighten: () => 'two to three turns past hand tight',
  },
  washer: {
    name: 'washer joint',
    seal: ({ size }) => `Sealing washer ${String(size).split('×')[0]}, bonded or copper`,
    seals: 1,
    does: 'new washer, flat clean face',
    never: 'never a used copper washer; no tape',
    tighten: () => 'as the maker says',
  },
  clamp: {
    name: 'clamped hose',
    seal: ({ size }) => `Fuel-injection clamp, rolled edge, for -${size} hose`,
    seals: 2,
    does: 'hose home past the last barb, two clamps behind it, their screws opposite, snug',
    never: 'no worm-drive clamp that cuts; not crushed: over-tightening makes leaks',
    tighten: () => 'snug, not crushed',
  },
  snap: {
    name: 'quick connector',
    seal: () => 'Retainer for the quick connector',
    seals: 0,
    does: 'push until it clicks, pull back to prove it',
    never: 'a one-time retainer is not used again',
    tighten: () => 'clicks, no wrench',
  },
  flange: {
    name: 'bolted flange',
    seal: () => 'Flange gasket or O-ring, fuel-rated',
    seals: 1,
    does: 'faces flat and clean, new gasket or O-ring (it is not in the box: order it), bolts in turn',
    never: 'never the old gasket; no sealant on the faces',
    tighten: () => 'bolts in turn, a little at a time, as the maker says',
  },
  'in-tank': {
    name: 'joint in the tank',
    seal: null,
    seals: 0,
    does: 'made up and checked before the hat closes',
    never: 'only what is rated to lie in fuel',
    tighten: () => 'before the hat closes',
  },
};

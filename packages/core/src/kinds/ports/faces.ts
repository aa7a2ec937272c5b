import { DASH_SIZES, DASH_THREADS, type Dash } from '../plumbing/run/hoses.ts';

/** Families of connection; what meets what is in supply/mating. */
export const FAMILIES = {
  flare: '37° flare',
  orb: 'O-ring boss',
  npt: 'NPT',
  metric: 'metric with washer',
  barb: 'barb',
  hose: 'hose bore',
  quick: 'quick connector',
  flange: 'bolted flange',
  'in-tank': 'in the tank',
} as const;
export type Family = keyof typeof FAMILIES;

/** Taper pipe sizes of ASME B1.20.1 that fuel parts carry. */
export const NPT_SIZES = ['1/16', '1/8', '1/4', '3/8', '1/2', '3/4'] as const;
export type NptSize = (typeof NPT_SIZES)[number];

/** Straight metric threads usual on pumps and filters (common practice). */
export const METRIC_SIZES = ['M10×1', 'M12×1.5', 'M14×1.5', 'M16×1.5', 'M18×1.5'] as const;
export type MetricSize = (typeof METRIC_SIZES)[number];

/** SAE J2044 spigots, and the 10 mm one of metric cars. */
export const QUICK_SIZES = ['5/16', '3/8', '10 mm', '1/2'] as const;
export type QuickSize = (typeof QUICK_SIZES)[number];

export type Gender = 'male' | 'female';

/** One side of a connection: what a part offers there. */
export interface Face {
  readonly family: Family;
  readonly size: Dash | NptSize | MetricSize | QuickSize | '';
  readonly gender: Gender;
  /** Thread, where it has one. */
  readonly thread?: string;
}

type Threaded = `flare-${Dash}-m` | `flare-${Dash}-f` | `orb-${Dash}-m` | `orb-${Dash}-f`;
type Pipe = `npt-${NptSize}-m` | `npt-${NptSize}-f`;
type Metric = `metric-${MetricSize}-m` | `metric-${MetricSize}-f`;
type Quick = `quick-${QuickSize}-m` | `quick-${QuickSize}-f`;
/** The name a face is stored under. It is looked up, never taken apart. */
export type FaceId =
  Threaded | Pipe | Metric | Quick | `barb-${Dash}` | `hose-${Dash}` | 'flange' | 'in-tank';

/** Threads an inch, ASME B1.20.1 (from memory). */
export const NPT_PITCH: Readonly<Record<NptSize, number>> = {
  '1/16': 27,
  '1/8': 27,
  '1/4': 18,
  '3/8': 18,
  '1/2': 14,
  '3/4': 14,
};

const both = <S extends Face['size']>(
  family: Family,
  stem: string,
  sizes: readonly S[],
  thread: (size: S) => string | undefined,
): [string, Face][] =>
  sizes.flatMap((size) =>
    (['male', 'female'] as const).map((gender): [string, Face] => {
      const cut = thread(size);
      return [
        `${stem}-${size}-${gender === 'male' ? 'm' : 'f'}`,
        { family, size, gender, ...(cut === undefined ? {} : { thread: cut }) },
      ];
    }),
  );

/**
 * Every face there is, by its name. SAE J514 flare and SAE J1926 boss share a thread a size; from memory.
 */
export const FACES = Object.fromEntries<Face>([
  ...both('flare', 'flare', DASH_SIZES, (d) => DASH_THREADS[d]),
  ...both('orb', 'orb', DASH_SIZES, (d) => DASH_THREADS[d]),
  ...both('npt', 'npt', NPT_SIZES, (s) => `${s}-${NPT_PITCH[s]} NPT`),
  ...both('metric', 'metric', METRIC_SIZES, (s) => s),
  ...both('quick', 'quick', QUICK_SIZES, () => undefined),
  ...DASH_SIZES.flatMap((size): [string, Face][] => [
    [`barb-${size}`, { family: 'barb', size, gender: 'male' }],
    [`hose-${size}`, { family: 'hose', size, gender: 'female' }],
  ]),
  // Two bolts, flat faces, a gasket between: either side is like the other.
  ['flange', { family: 'flange', size: '', gender: 'female' }],
  ['in-tank', { family: 'in-tank', size: '', gender: 'female' }],
]) as Readonly<Record<FaceId, Face>>;

export const FACE_IDS = Object.keys(FACES) as readonly FaceId[];

const SIZE_WORDS = {
  flare: (f: Face) => `-${f.size} flare`,
  orb: (f: Face) => `-${f.size} O-ring boss`,
  npt: (f: Face) => `${f.size} NPT`,
  metric: (f: Face) => `${f.size}`,
  barb: (f: Face) => `-${f.size} barb`,
  hose: (f: Face) => `-${f.size} hose`,
  quick: (f: Face) => (f.size === '10 mm' ? '10 mm quick connector' : `${f.size} in quick connector`),
  flange: () => 'bolted flange',
  'in-tank': () => 'inside the tank',
} as const satisfies Record<Family, (f: Face) => string>;

/** Without its gender: “-8 flare”. */
export const faceSize = (id: FaceId): string => SIZE_WORDS[FACES[id].family](FACES[id]);

/**
 * What a technician calls a face: “-8 O-ring boss, female”, “3/8 in quick connector, spigot”.
 * @param id name it is stored under
 * @returns words
 * Validity: faces of the table.
 * @throws nothing
 * @source common practice
 * @example faceName('orb-8-f') // => '-8 O-ring boss, female'
 */
export function faceName(id: FaceId): string {
  const { family, gender } = FACES[id];
  if (family === 'barb' || family === 'hose' || family === 'flange' || family === 'in-tank')
    return faceSize(id);
  if (family === 'quick') return `${faceSize(id)}, ${gender === 'male' ? 'spigot' : 'socket'}`;
  return `${faceSize(id)}, ${gender}`;
}

/** Faces a bought part may carry; hose and the tank's inside come by themselves. */
export const PART_FACE_IDS = FACE_IDS.filter(
  (id) => FACES[id].family !== 'hose' && FACES[id].family !== 'in-tank',
);

export const flare = (dash: Dash, gender: 'm' | 'f'): FaceId => `flare-${dash}-${gender}`;
export const orb = (dash: Dash, gender: 'm' | 'f'): FaceId => `orb-${dash}-${gender}`;

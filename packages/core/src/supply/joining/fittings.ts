import { DASH_SIZES, type Dash } from '../../kinds/plumbing/run/hoses.ts';
import {
  faceSize,
  flare,
  METRIC_SIZES,
  NPT_SIZES,
  orb,
  QUICK_SIZES,
  type FaceId,
  type MetricSize,
  type NptSize,
  type QuickSize,
} from '../../kinds/ports/faces.ts';

/** Something that joins two faces; generic, no maker’s. */
export interface Fitting {
  readonly name: string;
  readonly a: FaceId;
  readonly b: FaceId;
  /** Loss coefficient on its own bore, typical. */
  readonly k: number;
  /** How far it turns, °; 0: straight on. */
  readonly turn: number;
}

/** Typical loss of a straight adapter, and of one that changes the bore. */
const STRAIGHT_K = 0.2;
const REDUCING_K = 0.35;

const fitting = (name: string, a: FaceId, b: FaceId, k = STRAIGHT_K, turn = 0): Fitting => ({
  name,
  a,
  b,
  k,
  turn,
});

/** Sizes a reducer is sold to: one and two steps away, -5 only to its neighbors (common practice). */
const STEPS: readonly Dash[] = [3, 4, 6, 8, 10, 12, 16];
const BESIDE_5: readonly Dash[] = [4, 6, 8];
function near(dash: Dash): readonly Dash[] {
  if (dash === 5) return BESIDE_5;
  const at = STEPS.indexOf(dash);
  return [
    ...[-2, -1, 1, 2].flatMap((by) => STEPS[at + by] ?? []),
    ...(BESIDE_5.includes(dash) ? [5 as const] : []),
  ];
}

/** Flare sizes a pipe thread, a metric port and a quick connector are sold with (common practice). */
const OF_NPT: Readonly<Record<NptSize, readonly Dash[]>> = {
  '1/16': [3, 4],
  '1/8': [3, 4, 6],
  '1/4': [4, 6, 8],
  '3/8': [6, 8, 10],
  '1/2': [8, 10, 12],
  '3/4': [12, 16],
};
const OF_METRIC: Readonly<Record<MetricSize, readonly Dash[]>> = {
  'M10×1': [3, 4],
  'M12×1.5': [4, 6],
  'M14×1.5': [4, 6, 8],
  'M16×1.5': [6, 8, 10],
  'M18×1.5': [6, 8, 10, 12],
};
const OF_QUICK: Readonly<Record<QuickSize, readonly Dash[]>> = {
  '5/16': [5, 6],
  '3/8': [6, 8],
  '10 mm': [6, 8],
  '1/2': [8, 10],
};

/** Sizes injection hose comes in: 5/16 and 3/8 in. */
const INJECTION_HOSE: readonly Dash[] = [5, 6];

const straight = (n: Dash): Fitting[] => [
  fitting(`Adapter, -${n} O-ring boss to -${n} flare`, orb(n, 'm'), flare(n, 'm')),
  fitting(`Adapter, -${n} O-ring boss to -${n} flare swivel`, orb(n, 'm'), flare(n, 'f')),
  fitting(`Union, -${n} flare both ends`, flare(n, 'm'), flare(n, 'm')),
  fitting(`Swivel union, -${n} flare, female both ends`, flare(n, 'f'), flare(n, 'f')),
  fitting(`Union, -${n} O-ring boss both ends`, orb(n, 'm'), orb(n, 'm')),
  fitting(`Barb, -${n} O-ring boss to -${n} hose`, orb(n, 'm'), `barb-${n}`),
  fitting(`Barb, -${n} flare swivel to -${n} hose`, flare(n, 'f'), `barb-${n}`),
  fitting(`Barb, -${n} flare to -${n} hose`, flare(n, 'm'), `barb-${n}`),
  fitting(`Hose joiner, -${n}`, `barb-${n}`, `barb-${n}`),
  ...(INJECTION_HOSE.includes(n)
    ? [fitting(`Piece of injection hose SAE J30 R9, -${n}`, `hose-${n}`, `hose-${n}`, 0)]
    : []),
];

const reducing = (n: Dash): Fitting[] =>
  near(n).flatMap((m) => [
    fitting(`Adapter, -${n} O-ring boss to -${m} flare`, orb(n, 'm'), flare(m, 'm'), REDUCING_K),
    fitting(`Reducer, -${n} flare swivel to -${m} flare`, flare(n, 'f'), flare(m, 'm'), REDUCING_K),
    ...(m < n
      ? [
          fitting(`Union, -${n} flare to -${m} flare`, flare(n, 'm'), flare(m, 'm'), REDUCING_K),
          fitting(
            `Reducer bushing, -${n} O-ring boss to -${m} O-ring boss`,
            orb(n, 'm'),
            orb(m, 'f'),
            REDUCING_K,
          ),
          fitting(`Union, -${n} O-ring boss to -${m} O-ring boss`, orb(n, 'm'), orb(m, 'm'), REDUCING_K),
          fitting(`Hose joiner, -${n} to -${m}`, `barb-${n}`, `barb-${m}`, REDUCING_K),
        ]
      : []),
  ]);

const pipe = (s: NptSize): Fitting[] => [
  ...OF_NPT[s].flatMap((n) => [
    fitting(`Adapter, ${s} NPT to -${n} flare`, `npt-${s}-m`, flare(n, 'm')),
    fitting(`Barb, ${s} NPT to -${n} hose`, `npt-${s}-m`, `barb-${n}`),
  ]),
  ...NPT_SIZES.slice(0, NPT_SIZES.indexOf(s)).map((t) =>
    fitting(`Bushing, ${s} NPT to ${t} NPT`, `npt-${s}-m`, `npt-${t}-f`, REDUCING_K),
  ),
  fitting(`Coupling, ${s} NPT, female both ends`, `npt-${s}-f`, `npt-${s}-f`),
];

/** Where a gauge or a sender screws in. */
const gaugePorts: Fitting[] = ([4, 6, 8, 10] as const).flatMap((n) => [
  fitting(`Adapter, -${n} O-ring boss to 1/8 NPT, female`, orb(n, 'm'), 'npt-1/8-f', REDUCING_K),
  fitting(`Adapter, -${n} flare swivel to 1/8 NPT, female`, flare(n, 'f'), 'npt-1/8-f', REDUCING_K),
]);

const metric = (s: MetricSize): Fitting[] =>
  OF_METRIC[s].flatMap((n) => [
    fitting(`Adapter, ${s} to -${n} flare`, `metric-${s}-m`, flare(n, 'm')),
    fitting(`Barb, ${s} to -${n} hose`, `metric-${s}-m`, `barb-${n}`),
  ]);

const quick = (s: QuickSize): Fitting[] =>
  OF_QUICK[s].flatMap((n) => [
    fitting(
      `Quick connector adapter, ${faceSize(`quick-${s}-f`)} socket to -${n} flare`,
      `quick-${s}-f`,
      flare(n, 'm'),
      1,
    ),
    fitting(`Spigot, -${n} O-ring boss to ${faceSize(`quick-${s}-m`)}`, orb(n, 'm'), `quick-${s}-m`),
    fitting(`Spigot, -${n} flare swivel to ${faceSize(`quick-${s}-m`)}`, flare(n, 'f'), `quick-${s}-m`),
    fitting(
      `Quick connector, ${faceSize(`quick-${s}-f`)} socket to -${n} hose`,
      `quick-${s}-f`,
      `barb-${n}`,
      1,
    ),
  ]);

/** What a regulator that bolts to its rail is bolted to instead, to stand by a hose (common practice). */
const flanges: Fitting[] = ([6, 8, 10] as const).flatMap((n) => [
  fitting(`Flange adapter, two bolts, to -${n} flare`, 'flange', flare(n, 'm')),
  fitting(`Flange adapter, two bolts, to -${n} O-ring boss`, 'flange', orb(n, 'f')),
]);

/** The generic catalog of adapters: what a well-stocked shop can order (common practice). */
export const FITTINGS: readonly Fitting[] = [
  ...DASH_SIZES.flatMap(straight),
  ...DASH_SIZES.flatMap(reducing),
  ...NPT_SIZES.flatMap(pipe),
  ...gaugePorts,
  ...METRIC_SIZES.flatMap(metric),
  ...QUICK_SIZES.flatMap(quick),
  ...flanges,
];

/** Elbows are forged or cut from a block, not swept: typical losses of the two angles they come in. */
const ELBOW_K = { 45: 0.5, 90: 1.2 } as const;
export const ELBOW_TURNS = [45, 90] as const;

const elbows = (n: Dash): Fitting[] =>
  ELBOW_TURNS.flatMap((turn) => {
    const k = ELBOW_K[turn];
    return [
      fitting(`Elbow ${turn}°, -${n} O-ring boss to -${n} flare`, orb(n, 'm'), flare(n, 'm'), k, turn),
      fitting(`Elbow ${turn}°, -${n} flare both ends`, flare(n, 'm'), flare(n, 'm'), k, turn),
      fitting(`Elbow ${turn}°, -${n} flare swivel to -${n} flare`, flare(n, 'f'), flare(n, 'm'), k, turn),
    ];
  });
const pipeElbows = (s: NptSize): Fitting[] =>
  ELBOW_TURNS.flatMap((turn) =>
    OF_NPT[s].map((n) =>
      fitting(`Elbow ${turn}°, ${s} NPT to -${n} flare`, `npt-${s}-m`, flare(n, 'm'), ELBOW_K[turn], turn),
    ),
  );

/** Adapters that turn a corner; a joint that asks for none is not given one. */
export const ELBOW_FITTINGS: readonly Fitting[] = [
  ...DASH_SIZES.flatMap(elbows),
  ...NPT_SIZES.flatMap(pipeElbows),
];

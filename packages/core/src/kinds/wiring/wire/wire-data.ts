/** Gauges and sections offered, with the ABYC E-11 table for 105 °C insulation (from memory). */
export interface WireRow {
  /** Ampacity outside engine spaces, A. */
  readonly outside: number;
  /** Ampacity inside engine spaces, A. */
  readonly inside: number;
}

export const AWG_SIZES = [
  'awg-18',
  'awg-16',
  'awg-14',
  'awg-12',
  'awg-10',
  'awg-8',
  'awg-6',
  'awg-4',
  'awg-2',
  'awg-1',
  'awg-1/0',
  'awg-2/0',
  'awg-3/0',
  'awg-4/0',
] as const;
export type Awg = (typeof AWG_SIZES)[number];

export const ABYC_AMPACITY: Readonly<Record<Awg, WireRow>> = {
  'awg-18': { outside: 20, inside: 17 },
  'awg-16': { outside: 25, inside: 21.3 },
  'awg-14': { outside: 35, inside: 29.8 },
  'awg-12': { outside: 45, inside: 38.3 },
  'awg-10': { outside: 60, inside: 51 },
  'awg-8': { outside: 80, inside: 68 },
  'awg-6': { outside: 120, inside: 102 },
  'awg-4': { outside: 160, inside: 136 },
  'awg-2': { outside: 210, inside: 178 },
  'awg-1': { outside: 245, inside: 208 },
  'awg-1/0': { outside: 285, inside: 242 },
  'awg-2/0': { outside: 330, inside: 280 },
  'awg-3/0': { outside: 385, inside: 327 },
  'awg-4/0': { outside: 445, inside: 378 },
};

/** ISO 6722 sections with the standard's greatest resistance at 20 °C, Ω/m (from memory). */
export const METRIC_SECTIONS: readonly { readonly mm2: number; readonly ohmsPerMetre: number }[] = [
  { mm2: 0.75, ohmsPerMetre: 24.7e-3 },
  { mm2: 1, ohmsPerMetre: 18.5e-3 },
  { mm2: 1.5, ohmsPerMetre: 12.7e-3 },
  { mm2: 2.5, ohmsPerMetre: 7.6e-3 },
  { mm2: 4, ohmsPerMetre: 4.71e-3 },
  { mm2: 6, ohmsPerMetre: 3.14e-3 },
  { mm2: 10, ohmsPerMetre: 1.82e-3 },
  { mm2: 16, ohmsPerMetre: 1.16e-3 },
  { mm2: 25, ohmsPerMetre: 0.743e-3 },
];

const BLADE_FUSES: readonly number[] = [3, 5, 7.5, 10, 15, 20, 25, 30, 40];
const BOLT_FUSES: readonly number[] = [40, 50, 60, 80, 100];
export const ALL_FUSES: readonly number[] = [...new Set([...BLADE_FUSES, ...BOLT_FUSES])].sort(
  (a, b) => a - b,
);

/**
 * Blade-fuse time limits: at each multiple of the rating the fuse must not open before `minS`
 * and must have opened by `maxS`. ISO 8820-3, from memory.
 */
export const BLADE_FUSE_LIMITS: readonly {
  readonly multiple: number;
  readonly minS: number;
  readonly maxS: number;
}[] = [
  { multiple: 1.1, minS: 360_000, maxS: Infinity },
  { multiple: 1.35, minS: 0.75, maxS: 600 },
  { multiple: 1.6, minS: 0.25, maxS: 50 },
  { multiple: 2, minS: 0.15, maxS: 5 },
  { multiple: 3.5, minS: 0.04, maxS: 0.5 },
  { multiple: 6, minS: 0, maxS: 0.1 },
];

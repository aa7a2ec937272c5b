/** Hose ends and their loss on their own bore; typical values, all overridable. */
export const END_IDS = [
  'straight',
  'elbow-30',
  'elbow-45',
  'elbow-60',
  'elbow-90',
  'block-90',
  'elbow-120',
  'elbow-135',
  'elbow-150',
  'elbow-180',
  'quick',
  'open',
] as const;
export type EndId = (typeof END_IDS)[number];

export interface EndFitting {
  readonly id: EndId;
  readonly name: string;
  /** Loss coefficient on the fitting's own bore. */
  readonly k: number;
  /** Turn in degrees. */
  readonly angle: number;
}

export const ENDS: Readonly<Record<EndId, EndFitting>> = {
  straight: { id: 'straight', name: 'straight', k: 0.1, angle: 0 },
  'elbow-30': { id: 'elbow-30', name: '30°', k: 0.2, angle: 30 },
  'elbow-45': { id: 'elbow-45', name: '45° swept', k: 0.3, angle: 45 },
  'elbow-60': { id: 'elbow-60', name: '60° swept', k: 0.4, angle: 60 },
  'elbow-90': { id: 'elbow-90', name: '90° swept', k: 0.5, angle: 90 },
  'block-90': { id: 'block-90', name: '90° block', k: 1.2, angle: 90 },
  'elbow-120': { id: 'elbow-120', name: '120° swept', k: 0.65, angle: 120 },
  'elbow-135': { id: 'elbow-135', name: '135° swept', k: 0.72, angle: 135 },
  'elbow-150': { id: 'elbow-150', name: '150° swept', k: 0.8, angle: 150 },
  'elbow-180': { id: 'elbow-180', name: '180° swept', k: 0.9, angle: 180 },
  quick: { id: 'quick', name: 'quick connector', k: 1.0, angle: 0 },
  open: { id: 'open', name: 'open end', k: 0, angle: 0 },
};

/** Bore of a hose end as a share of the hose bore where the maker does not say (estimate). */
export const END_BORE_RATIO = 0.85;

export interface RegulatorClass {
  readonly id: RegulatorClassId;
  readonly name: string;
  /** Full-open flow coefficient, US gpm/√psi. */
  readonly cv: number;
  /** Pressure rise per unit of bypass flow, Pa per m³/s. */
  readonly droop: number;
}
export const REGULATOR_CLASS_IDS = ['small', 'medium', 'large'] as const;
export type RegulatorClassId = (typeof REGULATOR_CLASS_IDS)[number];
const perHundredLph = (kpa: number): number => (kpa * 1e3) / (100e-3 / 3600);
export const REGULATORS: Readonly<Record<RegulatorClassId, RegulatorClass>> = {
  small: { id: 'small', name: 'small seat, about 5.2 mm', cv: 0.8, droop: perHundredLph(8) },
  medium: { id: 'medium', name: 'medium seat, about 6.6 mm', cv: 1.3, droop: perHundredLph(4) },
  large: { id: 'large', name: 'large seat, about 9.3 mm', cv: 2.6, droop: perHundredLph(1.5) },
};

import type { PowerBasis } from '../quantities/power-place.ts';
import type { Brief } from './brief.ts';

/** How much larger a power reads at another place: at the wheels it is less by what the drivetrain takes. */
export function powerFactor(
  { powerBasis, drivetrainLoss }: Pick<Brief, 'powerBasis' | 'drivetrainLoss'>,
  to: PowerBasis,
): number {
  if (powerBasis === to) return 1;
  return to === 'wheels' ? 1 - drivetrainLoss : 1 / (1 - drivetrainLoss);
}

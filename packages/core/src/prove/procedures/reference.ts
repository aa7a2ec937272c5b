import { within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { solvedAt, type Car } from '../predict.ts';
import { PSI } from '../../quantities/constants.ts';

/** Hand-pump pressures tried, Pa: as they are read on the pump, in psi. */
const APPLIED_PSI = [0, 5, 10, 15] as const;

export const reference: MeasuredProcedure = {
  id: 'reference',
  name: 'Reference',
  intro: 'A hand pump on the regulator’s port: the rail follows it one for one, or by its ratio.',
  cautions: ['fuel'],
  steps,
};

function steps(car: Car): Step[] {
  const forced = solvedAt(car, 'forced');
  const reg = Object.values(car.doc.plumbing.elements).find(
    (e) => e.kind === 'bypass-regulator' || e.kind === 'blocking-regulator',
  );
  if (!forced || !reg?.referenced) return [];
  const ratio = 'ratio' in reg ? reg.ratio : 1;
  return APPLIED_PSI.map((psi) => ({
    id: `reference:${psi}`,
    group: 'Hand pump on the reference port, pump forced',
    does: psi === 0 ? 'Rail, port open to air' : 'Rail, with this on the port:',
    ...(psi === 0 ? {} : { at: { dimension: 'pressure' as const, value: psi * PSI } }),
    how: 'Pump it up, wait until both needles stand.',
    expects: within('pressure', forced.v.railGauge + ratio * psi * PSI),
    ifLow: 'Diaphragm leaks, hose off or split; rail cannot rise: pump at its limit.',
    ifHigh: 'Another ratio than planned, or a regulator that sticks.',
  }));
}

import { meterResistance } from '../../kinds/plumbing/pump/meter-resistance.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import type { Car } from '../predict.ts';

export const winding: MeasuredProcedure = {
  id: 'winding',
  name: 'Windings',
  intro: 'Before anything is powered: a meter on each brushed pump, unplugged.',
  cautions: ['wiring'],
  steps,
};

function steps(car: Car): Step[] {
  return Object.entries(car.doc.plumbing.elements).flatMap(([id, e]): Step[] => {
    if (e.kind !== 'pump' || e.type === 'brushless') return [];
    const band = meterResistance(e.armatureOhms);
    return [
      {
        id: `${id}:ohms`,
        group: 'Windings',
        does: `${e.name}, across its two terminals`,
        how: 'Unplugged, cold. Touch the leads together first and take that off. Turn the shaft a little and read again: the lowest counts.',
        expects: {
          dimension: 'winding',
          value: (band.low + band.high) / 2,
          low: Math.max(0.1, band.low * 0.6),
          high: band.high * 2,
        },
        ifLow: 'Shorted winding, or the leads’ own resistance taken off twice.',
        ifHigh: 'Worn brushes, burned commutator or an open winding; a corroded plug.',
      },
    ];
  });
}

import { Engine } from '../../engine/engine.ts';
import { otherwise } from '../../engine/parameters.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { feedingPumps, hasSpareSupply } from './pumps.ts';

export type OnePumpDead = Found<'ONE_PUMP_DEAD', Record<string, never>>;

/** What is left when a pump dies? */
export const redundancyRule: FindingRule<OnePumpDead> = ({ doc, tightest }) => {
  if (!tightest || tightest.state.draw <= 0 || !hasSpareSupply(doc)) return [];
  const left = feedingPumps(doc).flatMap((id) => {
    const best = new Engine(doc, otherwise({ dead: [id] })).available(tightest.state);
    return best ? [{ id, power: (tightest.state.powerW * best.flow) / tightest.state.draw }] : [];
  });
  const worst = [...left].sort((a, b) => a.power - b.power)[0];
  if (!worst) return [];
  return [
    {
      code: 'ONE_PUMP_DEAD',
      severity: 'note',
      stage: 'plumb',
      place: { of: 'part', id: worst.id, name: doc.plumbing.elements[worst.id]!.name },
      stateId: tightest.state.id,
      dimension: 'power',
      value: worst.power,
      limit: tightest.state.powerW,
      figures: {},
    },
  ];
};

import { ruleOf } from '../../document/triggers.ts';
import { Engine } from '../../engine/engine.ts';
import { otherwise } from '../../engine/parameters.ts';
import { runsSteadily } from '../../engine/steady-trigger.ts';
import type { PowerBasis } from '../../quantities/power-place.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { feedingPumps, hasFactorySupply, hasSpareSupply } from '../../document/feeding-pumps.ts';

export type OnePumpDead = Found<
  'ONE_PUMP_DEAD',
  {
    /** Without it nothing else runs while the engine cranks or idles: it does not start. */
    readonly starts: boolean;
    readonly basis: PowerBasis;
  }
>;

/** What is left when a pump dies, from cranking on? */
export const redundancyRule: FindingRule<OnePumpDead> = ({ doc, states, tightest }) => {
  if (!tightest || tightest.state.draw <= 0 || !hasSpareSupply(doc)) return [];
  const pumps = feedingPumps(doc);
  const early = states.map((s) => s.state).filter((s) => s.kind === 'cranking' || s.kind === 'idle');
  const factory = hasFactorySupply(doc);
  const left = pumps.flatMap((id) => {
    const starts =
      factory ||
      early.every((state) => pumps.some((p) => p !== id && runsSteadily(ruleOf(doc, p).rule, state)));
    const best = new Engine(doc, otherwise({ dead: [id] })).available(tightest.state);
    const power = starts && best ? (tightest.state.powerW * best.flow) / tightest.state.draw : 0;
    return best ? [{ id, power, starts }] : [];
  });
  // One that stops the engine from starting, and of the others the one that leaves least.
  const none = left.find((l) => !l.starts);
  const least = left.filter((l) => l.starts).sort((a, b) => a.power - b.power)[0];
  return [none, least].flatMap((l): OnePumpDead[] =>
    l
      ? [
          {
            code: 'ONE_PUMP_DEAD',
            severity: 'note',
            stage: 'plumb',
            place: { of: 'part', id: l.id, name: doc.plumbing.elements[l.id]!.name },
            stateId: l.starts ? tightest.state.id : 'cranking',
            dimension: 'power',
            value: l.power,
            limit: tightest.state.powerW,
            figures: { starts: l.starts, basis: doc.brief.powerBasis },
          },
        ]
      : [],
  );
};

import type { JobDocument } from '../../document/job-document.ts';
import { ruleOf } from '../../document/triggers.ts';
import { runsSteadily } from '../../engine/steady-trigger.ts';
import type { StateName } from '../../engine/states.ts';
import type { StateResult } from '../../engine/results.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { feedingPumps } from '../../document/feeding-pumps.ts';

export type RailDry = Found<
  'RAIL_DRY',
  {
    /** Where it shows, in the order of the states. */
    readonly states: readonly StateName[];
    /** Every pump that feeds rails waits for its rule there. */
    readonly waiting: boolean;
  }
>;

/** The engine draws and no fuel reaches the rail at all. */
export const dryRule: FindingRule<RailDry> = ({ doc, states }) => {
  // A feed that goes dead with the starter is told as that.
  const dry = states.filter(
    (s) => s.ending.how === 'dry-rail' && s.state.kind !== 'forced' && !s.state.keyDropped,
  );
  const first = dry[0];
  if (!first || first.ending.how !== 'dry-rail') return [];
  const { name } = first.ending;
  const id = Object.keys(doc.plumbing.junctions).find((j) => doc.plumbing.junctions[j]!.name === name);
  return [
    {
      code: 'RAIL_DRY',
      severity: 'stop',
      stage: 'plumb',
      place: { of: 'part', id: id ?? 'rail', name },
      stateId: first.state.id,
      dimension: 'count',
      value: 0,
      limit: 1,
      figures: { states: dry.map((s) => s.state), waiting: dry.every((s) => nonePumps(doc, s)) },
    },
  ];
};

const nonePumps = (doc: JobDocument, { state }: StateResult): boolean =>
  feedingPumps(doc).every((id) => !runsSteadily(ruleOf(doc, id).rule, state));

import type { JobDocument, PumpTrigger } from '../../document/job-document.ts';
import { ruleOf, setRule } from '../../document/triggers.ts';
import {
  RIPPLE_DIMENSION,
  SIGNAL_RIPPLE,
  tightLevel,
  type TriggerFound,
} from '../../judge/trigger/trigger.ts';
import type { Fix } from '../../outcome/finding.ts';
import type { FixAction } from '../../outcome/fix.ts';
import type { RailDry } from '../../judge/supply/dry.ts';
import { feedingPumps } from '../../document/feeding-pumps.ts';
import type { FixContext, FixMaker } from './context.ts';
import { withWiring } from './wiring-follows.ts';

/** Prime offered where there is none, s. */
const PRIME_S = 2;
const TURNING = { kind: 'engine-turning', not: false } as const;

/** The first pump that feeds the rail runs with the key, as one without a rule does. */
export const dryFixes: FixMaker<RailDry> = ({ figures }, { doc }) => {
  const id = feedingPumps(doc)[0];
  if (!figures.waiting || id === undefined) return [];
  const { rule } = ruleOf(doc, id);
  const any = [{ all: [] }];
  return changed(doc, { ...rule, any }, { act: 'run-with-key', name: doc.plumbing.elements[id]!.name });
};

/** What puts a rule right. */
export function triggerFixes(found: TriggerFound, { doc }: FixContext): Fix[] {
  const { rule } = ruleOf(doc, found.place.id);
  switch (found.code) {
    case 'RUNS_KEY_OFF':
      return changed(doc, { ...rule, needsIgnition: true }, { act: 'stop-with-key' });
    case 'RUNS_AFTER_CRASH':
      return changed(doc, { ...rule, needsInertia: true }, { act: 'add-crash-switch' });
    case 'RUNS_STALLED': {
      const any = rule.any.map(({ all }) => ({ all: [...all, TURNING] }));
      const primeS = Math.max(PRIME_S, rule.primeS);
      return changed(doc, { ...rule, any, primeS }, { act: 'while-turning', seconds: PRIME_S });
    }
    case 'CHATTERS': {
      const tight = tightLevel(rule);
      if (!tight) return [];
      const by = 2 * SIGNAL_RIPPLE[tight.kind];
      const any = rule.any.map(({ all }) => ({
        all: all.map((t) => (t === tight ? { ...tight, below: tight.above - by } : t)),
      }));
      const dimension = RIPPLE_DIMENSION[tight.kind];
      return changed(doc, { ...rule, any }, { act: 'lower-release', dimension, by });
    }
    case 'NO_PRIME':
      return changed(doc, { ...rule, primeS: PRIME_S }, { act: 'prime', seconds: PRIME_S });
    case 'NEVER_STOPS_AT_IDLE':
    case 'SIGNAL_BEFORE_THROTTLE':
      return [];
  }
}

const changed = (doc: JobDocument, rule: PumpTrigger, does: FixAction): Fix[] => {
  const patch = withWiring(doc, setRule(doc, rule));
  return patch ? [{ does, patch }] : [];
};

import { rulesOf } from '../../document/triggers.ts';
import type { Finding } from '../../outcome/finding.ts';
import { signalKeys } from '../../harness/enumerate.ts';
import { harnessOf } from '../../harness/realise.ts';
import type { FindingContext } from '../context.ts';
import { drawnFindings } from './as-drawn.ts';
import { mismatch, TRIED } from './mismatch.ts';
import { protectionFindings } from './protection.ts';

/** Signals up to which every combination is tried on each edit; beyond, the Wiring page does it when asked. */
const LIVE_SIGNALS = 10;

/** Does the wiring do what the rules say, is it protected, and what would put it right? */
export function harnessFindings({ doc }: FindingContext): Finding[] {
  const rules = rulesOf(doc);
  const harness = harnessOf(doc);
  if (Object.keys(rules).length === 0) return [];
  const signals = signalKeys(harness, rules).length;
  return [
    ...(signals > LIVE_SIGNALS ? [untried(signals)] : mismatch(doc, harness, rules)),
    ...protectionFindings(doc, harness),
    ...drawnFindings(doc, harness),
  ];
}

/** Never silent: wiring that was not tried is not wiring that is right. */
const untried = (signals: number): Finding => ({
  code: 'WIRING_NOT_TRIED',
  severity: 'note',
  stage: 'wire',
  place: { id: 'harness', name: 'Wiring' },
  title: `${signals} signals make too many combinations to try on every edit.`,
  dimension: 'count',
  value: signals,
  limit: LIVE_SIGNALS,
  why: {
    text: 'The Wiring page tries them when it is opened, up to 14 signals. Fewer signals in the rules are easier to prove on the car, too.',
    formula: `2^(${signals} + 2) combinations with key and crash switch`,
    source: TRIED,
  },
  fixes: [],
});

import type { Rules } from '../../src/document/triggers.ts';
import { realiseRules } from '../../src/harness/realise.ts';
import { type Harness, type JobDocument, PATTERNS, type PumpTrigger } from '../../src/public/document.ts';
import type { Term } from '../../src/public/trigger.ts';
import { PSI } from './units.ts';

const boost = (psi: number, not = false): Term => ({
  kind: 'boost',
  above: psi * PSI,
  below: (psi - 1) * PSI,
  not,
});
const rpm = (above: number): Term => ({ kind: 'rpm', above, below: above - 200, not: false });
const throttle = (above: number): Term => ({ kind: 'throttle', above, below: above - 0.1, not: false });
const panel = (name: string, not = false): Term => ({ kind: 'panel', name, not });
const turning: Term = { kind: 'engine-turning', not: false };
const oil: Term = { kind: 'oil-pressure', above: 10 * PSI, below: 7 * PSI, not: false };

const rule = (loadId: string, any: Term[][], more: Partial<PumpTrigger> = {}): PumpTrigger => ({
  loadId,
  any: any.map((all) => ({ all })),
  primeS: 2,
  minOnS: 0,
  minOffS: 0,
  needsIgnition: true,
  needsInertia: true,
  overrideS: 30,
  ...more,
});

const one = (any: Term[][], more: Partial<PumpTrigger> = {}): Rules => ({ main: rule('pump', any, more) });
const two = (first: Term[][], second: Term[][]): Rules => ({
  first: rule('pump-1', first),
  second: rule('pump-2', second),
});

/** Ways pumps are triggered in practice, each as rules. */
export const RULES: Readonly<Record<string, Rules>> = {
  'always with the key on': one([[]]),
  'above 4 psi of boost': one([[boost(4)]]),
  'a panel switch': one([[panel('fuel')]]),
  'panel switch that stops it': one([[panel('kill', true)]]),
  'engine turning': one([[turning]]),
  'throttle and rpm by the controller': one([[throttle(0.5), rpm(3000)]]),
  'boost or a panel switch': one([[boost(4)], [panel('test')]]),
  'boost and rpm in series': one([[boost(4), rpm(2500)]]),
  'oil pressure, no crash switch': one([[oil]], { needsInertia: false }),
  'two pumps, second on boost': two([[]], [[boost(5)]]),
  'two pumps, first by the controller, second on boost or panel': two(
    [[turning]],
    [[boost(5)], [panel('race')]],
  ),
};

const jobOf = (rules: Rules): JobDocument =>
  PATTERNS.find((p) => p.id === (Object.keys(rules).length > 1 ? 'twin-pump' : 'full-return'))!.job('x');

export const drawn = (rules: Rules): Harness => realiseRules(jobOf(rules), rules);

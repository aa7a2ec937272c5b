/**
 * node packages/core/bench/balance-sweep.mjs [systems]: how well do mass and current close? Random systems of every style
 * (20,000): what every node gets and does not pass on, how far the volts of every circuit are from closing. Prints the
 * worst, and how many are worse than 1e-9. Needs the core built (npm run build:ts).
 */
import fc from 'fast-check';
import { evaluateStates } from '../dist/public/advise.js';
import { testSupport } from './test-support.mjs';

const { circuitImbalance, nodeImbalance, randomStyledJob } = await testSupport('balance', 'random-styles');

const systems = Number(process.argv[2] ?? 20_000);
const worst = { mass: 0, current: 0 };
const over = { mass: 0, current: 0 };
for (const doc of fc.sample(randomStyledJob, { numRuns: systems, seed: 20261127 })) {
  const now = { mass: nodeImbalance(doc), current: circuitImbalance(doc, evaluateStates(doc)) };
  for (const what of ['mass', 'current']) {
    worst[what] = Math.max(worst[what], now[what]);
    if (!(now[what] <= 1e-9)) over[what] += 1;
  }
}
for (const what of ['mass', 'current'])
  console.log(
    `${what}: worst ${worst[what].toExponential(1)}, over 1e-9 in ${over[what]} of ${systems} systems`,
  );

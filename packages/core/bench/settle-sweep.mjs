/**
 * node packages/core/bench/settle-sweep.mjs [systems]: does every state get an answer? Every field of every pattern and demo
 * job at its ends, then so many random systems of every style with any wire and joint (20,000), all their states. Prints how
 * each solve ended and those without an answer. Minutes; the tests try a sample. Needs the core built (npm run build:ts).
 */
import fc from 'fast-check';
import { evaluateStates } from '../dist/public/advise.js';
import { sayEnding } from '../dist/public/say.js';
import { testSupport } from './test-support.mjs';

const { fieldsAtTheirEnds, largeDocument, randomDocument, randomStyledJob } = await testSupport(
  'examples',
  'random-documents',
  'random-styles',
);

/** What is no failure of the solver: it settled, or nothing could, and the answer says why (a rail no line leads to: adrift). */
const NO_STEADY_STATE = new Set(['settled', 'closed-in', 'no-rail', 'unusable', 'dry-rail', 'adrift']);

function* numbered(make, count) {
  for (let seed = 0; seed < count; seed++) yield [`seed ${seed}`, make(seed)];
}
function* random(count) {
  for (const [seed, doc] of fc.sample(randomStyledJob, { numRuns: count, seed: 20261127 }).entries())
    yield [`random ${seed}`, doc];
}

function sweep(title, documents) {
  const endings = new Map();
  const failed = [];
  let states = 0;
  let turns = 0;
  let most = 0;
  for (const [label, doc] of documents)
    for (const s of evaluateStates(doc)) {
      states += 1;
      turns += s.iterations;
      most = Math.max(most, s.iterations);
      endings.set(s.ending.how, (endings.get(s.ending.how) ?? 0) + 1);
      if (!NO_STEADY_STATE.has(s.ending.how)) failed.push(`${label}, ${s.state.id}: ${sayEnding(s.ending)}`);
    }
  console.log(
    `${title}: ${states} states; ${[...endings].map(([how, n]) => `${n} ${how}`).join(', ')}; ` +
      `${(turns / states).toFixed(1)} turns on average, ${most} at most`,
  );
  for (const line of failed.slice(0, 30)) console.log(`  ${line}`);
}

sweep('one field at its ends', fieldsAtTheirEnds());
sweep('random documents', numbered(randomDocument, 2_000));
sweep('large documents', numbered(largeDocument, 8));
sweep('random', random(Number(process.argv[2] ?? 20_000)));

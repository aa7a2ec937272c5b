/**
 * node packages/core/bench/accepted-sweep.mjs [documents]: every field of every pattern and demo job at its ends, then so many
 * random documents (10,000), each asked for everything the program asks. Prints what throws and the slowest. Minutes.
 * The tests try a sample. Needs the core built (npm run build:ts).
 */
import { performance } from 'node:perf_hooks';
import { testSupport } from './test-support.mjs';

const { everythingOf, fieldsAtTheirEnds, largeDocument, randomDocument } = await testSupport(
  'examples',
  'everything',
  'random-documents',
);

function* random(count) {
  for (let seed = 0; seed < count; seed++) yield [`seed ${seed}`, randomDocument(seed)];
}
function* large() {
  for (let seed = 0; seed < 8; seed++) yield [`large ${seed}`, largeDocument(seed)];
}

function sweep(title, documents) {
  const times = [];
  const thrown = new Map();
  for (const [label, doc] of documents) {
    const started = performance.now();
    try {
      everythingOf(doc);
    } catch (error) {
      const known = thrown.get(error.message) ?? { count: 0, first: label };
      thrown.set(error.message, { ...known, count: known.count + 1 });
    }
    times.push([performance.now() - started, label]);
  }
  times.sort((a, b) => b[0] - a[0]);
  const median = times[Math.floor(times.length / 2)][0];
  console.log(
    `${title}: ${times.length} documents, ${[...thrown.values()].reduce((n, t) => n + t.count, 0)} throw; ` +
      `median ${median.toFixed(1)} ms, longest ${times[0][0].toFixed(0)} ms (${times[0][1]})`,
  );
  for (const [message, { count, first }] of thrown) console.log(`  ${count} × ${message} (first: ${first})`);
}

sweep('one field at its ends', fieldsAtTheirEnds());
sweep('random', random(Number(process.argv[2] ?? 10_000)));
sweep('large', large());

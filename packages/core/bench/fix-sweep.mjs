/**
 * node packages/core/bench/fix-sweep.mjs [plans] [seed]: plans with one to four mistakes (2,000), judged, and judged again
 * after every change that is offered. Prints the share of changes that clear what they claim, those that add a stop, those
 * called or being the same, and findings that contradict each other. Needs the core built (npm run build:ts).
 */
import fc from 'fast-check';
import { testSupport } from './test-support.mjs';

const { auditFixes, randomFaultyJob } = await testSupport('examples', 'fix-audit', 'random-faults');

const count = Number(process.argv[2] ?? 2_000);
const seed = Number(process.argv[3] ?? 20261127);
const kinds = new Map();
const bare = new Map();
let findings = 0;
let fixes = 0;
let n = 0;
for (const doc of fc.sample(randomFaultyJob, { numRuns: count, seed })) {
  const audit = auditFixes(doc);
  findings += audit.findings;
  fixes += audit.fixes;
  for (const [code, none] of audit.bare) {
    const known = bare.get(code) ?? [0, 0];
    bare.set(code, [known[0] + (none ? 1 : 0), known[1] + 1]);
  }
  for (const t of audit.troubles) {
    const key = `${t.kind}: ${t.code}`;
    const known = kinds.get(key) ?? { count: 0, first: [] };
    known.count += 1;
    if (known.first.length < 3) known.first.push(`plan ${n}: ${t.words}`);
    kinds.set(key, known);
  }
  n += 1;
}
const left = [...kinds].filter(([k]) => k.startsWith('leaves')).reduce((s, [, { count: c }]) => s + c, 0);
console.log(
  `${n} plans, ${findings} findings, ${fixes} changes offered: ${(100 * (1 - left / Math.max(1, fixes))).toFixed(2)}% clear or ease what they claim`,
);
for (const [key, { count: c, first }] of [...kinds].sort((a, b) => b[1].count - a[1].count)) {
  console.log(`${c} × ${key}`);
  for (const line of first) console.log(`    ${line}`);
}
console.log('stops and fixes without any change on offer:');
for (const [code, [none, all]] of [...bare].sort((a, b) => b[1][0] - a[1][0]))
  if (none > 0) console.log(`  ${code}: ${none} of ${all}`);

import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import type { JobDocument } from '../../src/public/document.ts';
import { recordSheet } from '../../src/public/formats.ts';
import { dryTest, wiringSheet } from '../../src/public/harness.ts';
import { jobSheet, MEASURED, measuredSteps, waysToForce } from '../../src/public/prove.ts';
import { sayAgain } from '../../src/public/say.ts';
import { billOfMaterials, connectionsOf, jointList, toolList } from '../../src/public/supply.ts';
import { startingJobs } from '../support/random-documents.ts';
import { idsNotRead, textFaults } from '../support/text-rules.ts';

/** Every sentence page, drawing and paper take from the core, in both unit systems. */
function textsOf(doc: JobDocument, system: 'us' | 'metric'): string[] {
  const { record, tuner } = recordSheet(doc, { runs: [], acceptances: [], revisions: [] }, system);
  const sheet = wiringSheet(doc);
  // As a record carries them, in both systems, and as the page shows them.
  const found = evaluatePlan(doc).findings.flatMap((f) => [f, sayAgain(f, system)]);
  return [
    ...[...record, ...tuner].flatMap((s) => [s.title, ...(s.lines ?? []), ...(s.table?.rows.flat() ?? [])]),
    ...found.flatMap((f) => [
      f.title,
      f.why.text,
      f.why.formula,
      f.why.source,
      ...f.fixes.map((x) => x.label),
    ]),
    ...billOfMaterials(doc).flatMap((l) => [l.part, l.note, l.problem ?? '']),
    ...jobSheet(doc).flatMap((s) => [s.does, s.how ?? '']),
    ...toolList(doc).flatMap((t) => [t.name, t.what]),
    ...jointList(doc).flatMap((j) => [j.where, j.what, j.line, j.care?.tighten ?? '']),
    ...connectionsOf(doc).flatMap((c) => [c.why ?? '', c.problem ?? '']),
    ...sheet.wires.flatMap((w) => [w.name, w.fromLabel, w.toLabel]),
    ...sheet.pins.flatMap((p) => [p.name, ...p.pins.map((x) => x.goesTo)]),
    ...dryTest(doc).flatMap((r) => [...r.loads, ...r.coils].map((l) => l.name)),
    ...waysToForce(doc).flatMap((w) => [w.name, w.how]),
    ...Object.keys(MEASURED).flatMap((id) =>
      measuredSteps(id as keyof typeof MEASURED, doc).flatMap((s) => [
        s.does,
        s.how ?? '',
        s.ifLow ?? '',
        s.ifHigh ?? '',
      ]),
    ),
  ].filter(Boolean);
}

describe('what is read aloud', () => {
  test.each(startingJobs())('%s: figures are round, units are words, no key of the file shows', (_, doc) => {
    const ids = idsNotRead(doc);
    for (const system of ['us', 'metric'] as const)
      expect(textsOf(doc, system).flatMap((text) => textFaults(text, ids))).toEqual([]);
  });
});

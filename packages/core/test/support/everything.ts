import { judgeChoice } from '../../src/advise/sizing.ts';
import { trappedVolumes } from '../../src/engine/trapped.ts';
import { undrawnPieces } from '../../src/harness/figures.ts';
import {
  confidenceSamples,
  evaluateOne,
  evaluatePlan,
  operatingEnvelope,
  paretoFront,
  sizeCircuit,
  sizingChoices,
  summarizeConfidence,
} from '../../src/public/advise.ts';
import { rulesOf, stagingThreshold, type JobDocument } from '../../src/public/document.ts';
import { applyPatch } from '../../src/public/edit.ts';
import { hardest } from '../../src/public/engine.ts';
import { checkReport, wireListCsv, wiringNetlist, wiringSvg } from '../../src/public/formats.ts';
import { dryTest, harnessOf, layOutHarness, wiringSheet } from '../../src/public/harness.ts';
import { findingFingerprint } from '../../src/public/outcome.ts';
import {
  driveLanes,
  driveMoments,
  drivePressure,
  railDips,
  stagingAdvice,
  standardDrive,
} from '../../src/public/replay.ts';
import { billOfMaterials, jointList, lineVolume } from '../../src/public/supply.ts';

/**
 * Calls every public function that takes a job, as the program does. What comes back is not looked at here: each must
 * end, with a result or a typed failure, whatever the checker let in.
 */
export function everythingOf(doc: JobDocument): void {
  const plan = evaluatePlan(doc);
  checkReport(doc, plan);
  trappedVolumes(doc);
  billOfMaterials(doc);
  jointList(doc);
  lineVolume(doc);
  operatingEnvelope(doc, 3);
  evaluateOne(doc, plan.states[0]?.state.id ?? 'idle');
  if (plan.tightest) summarizeConfidence(confidenceSamples(doc, plan.tightest, 0, 2, 1), doc);
  const choices = sizingChoices(doc);
  paretoFront(
    choices.slice(0, 1).map((c) => judgeChoice(doc, c)),
    4,
  );
  const harness = harnessOf(doc);
  layOutHarness(harness);
  wiringSheet(doc);
  dryTest(doc);
  undrawnPieces(doc, harness);
  wireListCsv(doc);
  wiringNetlist(doc, { ignition: true, crashed: false, signals: {}, made: [] });
  wiringSvg(doc);
  for (const id of Object.keys(doc.wiring.circuits)) {
    const loaded = hardest(doc, plan.states, id);
    if (loaded) sizeCircuit(doc, loaded);
  }
  const legs = standardDrive();
  const moments = driveMoments(doc, legs).slice(0, 12);
  const lanes = driveLanes(rulesOf(doc), moments);
  railDips(moments, drivePressure(doc, moments, lanes));
  for (const id of Object.keys(doc.plumbing.elements)) {
    if (stagingThreshold(doc, id)) stagingAdvice(doc, id);
  }
  for (const finding of plan.findings) {
    findingFingerprint(finding);
    for (const fix of finding.fixes) applyPatch(doc, fix.patch);
  }
}

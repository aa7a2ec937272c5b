import * as core from './core.ts';
import type { JobDocument } from './core.ts';

/**
 * Calls every public function that takes a job, as the program does. What comes back is not looked at here: each must
 * end, with a result or a typed failure, whatever the checker let in.
 */
export function everythingOf(doc: JobDocument): void {
  const plan = core.evaluatePlan(doc);
  core.checkReport(doc, plan);
  core.trappedVolumes(doc);
  core.billOfMaterials(doc);
  core.jointList(doc);
  core.lineVolume(doc);
  core.operatingEnvelope(doc, 3);
  core.evaluateOne(doc, plan.states[0]?.state.id ?? 'idle');
  if (plan.tightest) core.summarizeConfidence(core.confidenceSamples(doc, plan.tightest, 0, 2, 1), doc);
  const choices = core.sizingChoices(doc);
  core.paretoFront(
    choices.slice(0, 1).map((c) => core.judgeChoice(doc, c)),
    4,
  );
  const harness = core.harnessOf(doc);
  core.layOutHarness(harness);
  core.wiringSheet(doc);
  core.dryTest(doc);
  core.undrawnPieces(doc, harness);
  core.wireListCsv(doc);
  core.wiringNetlist(doc, { ignition: true, crashed: false, signals: {}, made: [] });
  core.wiringSvg(doc);
  for (const id of Object.keys(doc.wiring.circuits)) {
    const loaded = core.hardest(doc, plan.states, id);
    if (loaded) core.sizeCircuit(doc, loaded);
  }
  const legs = core.standardDrive();
  const moments = core.driveMoments(doc, legs).slice(0, 12);
  const lanes = core.driveLanes(core.rulesOf(doc), moments);
  core.railDips(moments, core.drivePressure(doc, moments, lanes));
  for (const id of Object.keys(doc.plumbing.elements)) {
    if (core.stagingThreshold(doc, id)) core.stagingAdvice(doc, id);
  }
  for (const finding of plan.findings) {
    core.findingFingerprint(finding);
    for (const fix of finding.fixes) core.applyPatch(doc, fix.patch);
  }
}

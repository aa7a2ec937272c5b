import type { Signal } from '@venula/core/trigger';
import {
  compareJobs,
  confidenceSamples,
  evaluateOne,
  evaluatePlan,
  evaluateStates,
  operatingEnvelope,
  paretoFront,
  sizeCircuit,
  sizingChoices,
  SizingSearch,
  summarizeConfidence,
  type SizingResult,
  type Confidence,
  type ConfidenceSample,
  type JobStart,
  type Proposal,
  proposals,
} from '@venula/core/advise';
import { rulesOf, stagingThreshold, wiredRulesOf, type JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { leastFed } from '@venula/core/engine';
import { wiringSvg } from '@venula/core/formats';
import {
  dryTest,
  harnessOf,
  layOutHarness,
  tableSignals,
  truthTable,
  wiringSheet,
  type DryRow,
  type TruthRow,
  type WiringSheet,
} from '@venula/core/harness';
import {
  hoseEndSearch,
  hosesThatGoIn,
  missOf,
  type EndFit,
  type EndMiss,
  type EndProgress,
  type EndQuestion,
} from '@venula/core/fit';
import type { PatchOperation } from '@venula/core/outcome';
import {
  judgeLog,
  type LogSeries,
  MEASURED_IDS,
  measuredSteps,
  proofOf,
  RUN_KINDS,
  type MeasuredId,
  type RunKind,
  type Step,
} from '@venula/core/prove';
import type { UnitSystem } from '@venula/core/quantities';
import { billOfMaterials, cuttingPlan } from '@venula/core/supply';
import {
  driveLanes,
  driveMoments,
  drivePressure,
  railDips,
  stagingAdvice,
  type Dip,
  type DriveMoment,
  type Lane,
  type Leg,
  type RailMoment,
  type StagingAdvice,
} from '@venula/core/replay';

/** What a fix would leave behind, told in the numbers people ask for. */
export interface FixPreview {
  readonly stops: number;
  readonly fixes: number;
  readonly idleRail: number | null;
  readonly margin: number | null;
  readonly volts: number | null;
}

/** A drive replayed: what triggers saw, what ran, and the rail beneath. */
export interface Replay {
  readonly moments: readonly DriveMoment[];
  readonly lanes: readonly Lane[];
  readonly rails: readonly RailMoment[];
  readonly dips: readonly Dip[];
  /** Where each staged pump should come in, by pump. */
  readonly advice: Readonly<Record<string, StagingAdvice>>;
}

/** Every combination of inputs tried on the wiring. */
export interface Logic {
  readonly signals: readonly Signal[];
  /** Wrong ones first; at most MOST_ROWS. */
  readonly rows: readonly TruthRow[];
  readonly total: number;
  readonly wrong: number;
}

export interface Wiring {
  readonly sheet: WiringSheet;
  readonly layout: ReturnType<typeof layOutHarness>;
}

export interface WiringPage {
  readonly sheet: WiringSheet;
  readonly svg: string;
  readonly rows: readonly DryRow[];
}

/** What goes in between two ports; where nothing does without a loop, the hoses that would. */
/** The pairs of ends that go in; where there are none, why the plainest pair does not. */
export interface Fits {
  readonly fits: readonly EndFit[];
  readonly miss: EndMiss | null;
}

type HardestState = Parameters<typeof sizeCircuit>[1];

/** More rows than anybody reads are not sent to the page. */
const MOST_ROWS = 512;

const solving = {
  replay(doc: JobDocument, legs: readonly Leg[]): Replay {
    const moments = driveMoments(doc, legs);
    const lanes = driveLanes(rulesOf(doc), moments);
    const rails = drivePressure(doc, moments, lanes);
    const staged = Object.keys(doc.plumbing.elements).filter((id) => stagingThreshold(doc, id));
    return {
      moments,
      lanes,
      rails,
      dips: railDips(moments, rails),
      advice: Object.fromEntries(staged.map((id) => [id, stagingAdvice(doc, id)])),
    };
  },
  logic(doc: JobDocument): Logic {
    const harness = harnessOf(doc);
    const rules = wiredRulesOf(doc);
    const all = truthTable(harness, rules);
    const wrong = all.filter((r) => !r.right);
    const rows = [...wrong, ...all.filter((r) => r.right)].slice(0, MOST_ROWS);
    return { signals: tableSignals(harness, rules), rows, total: all.length, wrong: wrong.length };
  },
  /** Which piece is cut from which length, a kind of hose at a time. */
  cutPlans: (questions: readonly Parameters<typeof cuttingPlan>[]) => questions.map((q) => cuttingPlan(...q)),
  /** The wiring as it is drawn: what is made of rules and circuits, and where it stands on the sheet. */
  wiring(doc: JobDocument): Wiring {
    const sheet = wiringSheet(doc);
    return { sheet, layout: layOutHarness(sheet.harness) };
  },
  /** What the printed wiring sheet shows. */
  wiringPage(doc: JobDocument): WiringPage {
    return { sheet: wiringSheet(doc), svg: wiringSvg(doc), rows: dryTest(doc) };
  },
  dryTest: (doc: JobDocument) => dryTest(doc),
  /** A drive or dyno log against the plan. */
  judgeLog: (doc: JobDocument, series: LogSeries) => judgeLog(doc, series),
  /** Steps of every list of readings. */
  proofs: (doc: JobDocument) =>
    Object.fromEntries(RUN_KINDS.map((kind) => [kind, proofOf(doc, kind)])) as Record<RunKind, string>,
  measuredSteps: (doc: JobDocument) =>
    Object.fromEntries(MEASURED_IDS.map((id) => [id, measuredSteps(id, doc)])) as Record<MeasuredId, Step[]>,
  /** Wire, fuse and relay for a circuit by the state in which it carries most. */
  sizeCircuit: (doc: JobDocument, loaded: HardestState) => sizeCircuit(doc, loaded),
  state: (doc: JobDocument, stateId: string) => evaluateOne(doc, stateId),
  states: (doc: JobDocument) => evaluateStates(doc),
  plan: (doc: JobDocument) => evaluatePlan(doc),
  compare: (before: JobDocument, after: JobDocument) => compareJobs(before, after),
  envelope: (doc: JobDocument) => operatingEnvelope(doc, 25),
  preview(doc: JobDocument, patch: readonly PatchOperation[]): FixPreview | null {
    const after = applyPatch(doc, patch);
    if (!after.ok) return null;
    const plan = evaluatePlan(after.value, 'none');
    const tightest = plan.states.find((s) => s.state.id === plan.tightest)?.values;
    return {
      stops: plan.findings.filter((f) => f.severity === 'stop').length,
      fixes: plan.findings.filter((f) => f.severity === 'fix').length,
      idleRail: plan.states.find((s) => s.state.kind === 'idle')?.values?.railGauge ?? null,
      margin: tightest?.margin ?? null,
      volts: (tightest && leastFed(tightest)?.volts) ?? null,
    };
  },
};

/** A proposal, and how many items its order list has. */
export type StartingPlan = Proposal & { readonly items: number };

export interface SizingAnswer {
  readonly front: readonly SizingResult[];
  readonly tried: number;
  readonly passed: number;
  /** What the others failed by, the most frequent first. */
  readonly fails: readonly (readonly [string, number])[];
}

/** Samples solved before the page is told and may say stop. */
const STRETCH = 25;
let stopped = false;
/** How long work goes on before it listens whether it is still wanted, ms. */
const A_MOMENT = 100;

/** Everything that is worked out beside the page. */
export const planWork = {
  ...solving,
  stop() {
    stopped = true;
  },
  /** A confidence run with progress; resolves with what there is when it was stopped. */
  async confidence(
    doc: JobDocument,
    stateId: string,
    total: number,
    onProgress: (done: number, total: number) => void,
  ): Promise<Confidence> {
    stopped = false;
    const samples: ConfidenceSample[] = [];
    for (let n = 0; n < total && !stopped; n += STRETCH) {
      samples.push(...confidenceSamples(doc, stateId, n, STRETCH, 1));
      onProgress(Math.min(total, n + STRETCH), total);
      // Lets a stop message in.
      await new Promise((resume) => setTimeout(resume, 0));
    }
    return summarizeConfidence(samples, doc);
  },
  /** Every pair of ends, with progress; what was found when it was stopped. */
  async hoseEnds(q: EndQuestion, onProgress: (progress: EndProgress) => void): Promise<Fits> {
    stopped = false;
    const search = hoseEndSearch(q);
    let [step, heard] = [search.next(), performance.now()];
    for (; !step.done && !stopped; step = search.next()) {
      if (performance.now() - heard < A_MOMENT) continue;
      onProgress(step.value);
      await new Promise((resume) => setTimeout(resume, 0));
      heard = performance.now();
    }
    // Nothing is worked out for a question that was withdrawn.
    if (!step.done) return { fits: [], miss: null };
    const fits = step.value;
    const [plain] = q.ends;
    return { fits, miss: fits.length === 0 && plain ? missOf(q, [plain, plain]) : null };
  },
  /** Kinds of hose that are not too stiff where this one is. */
  otherHoses: (q: EndQuestion) => hosesThatGoIn(q),
  hoseEndMiss: (q: EndQuestion, ends: EndFit['ends']) => missOf(q, ends),
  /** Plans to start a job from, with the length of their order lists. */
  proposals(start: JobStart, units: UnitSystem): StartingPlan[] {
    return proposals(start, units).map((p) => ({ ...p, items: billOfMaterials(p.document).length }));
  },
  /** The sizing search, with progress; resolves with what has been found when it was stopped. */
  async sizing(
    doc: JobDocument,
    units: UnitSystem,
    onProgress: (done: number, total: number) => void,
  ): Promise<SizingAnswer> {
    stopped = false;
    const choices = sizingChoices(doc);
    const search = new SizingSearch(doc, units);
    const results: SizingResult[] = [];
    for (let n = 0; n < choices.length && !stopped; n += STRETCH) {
      results.push(...choices.slice(n, n + STRETCH).map((c) => search.judge(c)));
      onProgress(results.length, choices.length);
      await new Promise((resume) => setTimeout(resume, 0));
    }
    const fails = new Map<string, number>();
    for (const r of results) if (r.fails) fails.set(r.fails, (fails.get(r.fails) ?? 0) + 1);
    return {
      front: paretoFront(results, 8),
      tried: results.length,
      passed: results.filter((r) => !r.fails).length,
      fails: [...fails].sort((a, b) => b[1] - a[1]),
    };
  },
};

export type PlanWork = typeof planWork;

import { evaluatePlan } from '@venula/core/advise';
import type { JobDocument } from '@venula/core/document';
import { checkJob } from '@venula/core/formats';
import { dryTest, type DryRow } from '@venula/core/harness';
import { findingFingerprint, findingKey, type Finding } from '@venula/core/outcome';
import {
  jobSheet,
  judgeLog,
  measuredSteps,
  proofOf,
  type BuildStep,
  type LogOutcome,
  type LogSeries,
  type MeasuredId,
  type RunKind,
  type Step,
} from '@venula/core/prove';
import { sayInputs } from '@venula/core/say';
import { inBoth } from '../common/in-both.ts';
import type { JobSummary } from '../jobs/job.entity.ts';

/** What the server asks of the core beyond a few lines of work. Runs in a thread of the pool, never on the event loop. */
export type JudgeTask =
  | { readonly ask: 'summary'; readonly document: unknown }
  | { readonly ask: 'findings'; readonly document: JobDocument }
  | { readonly ask: 'log'; readonly document: JobDocument; readonly series: LogSeries }
  | { readonly ask: 'proof'; readonly document: unknown; readonly of: RunKind }
  | {
      readonly ask: 'steps';
      readonly document: JobDocument;
      readonly of: StepsOf;
    };

/** Runs whose steps are made from the plan by some work. */
export type StepsOf = 'dry-test' | 'build' | MeasuredId;
/** What the record holds a reading against. */
export type PlannedStep = Pick<Step, 'id' | 'does' | 'expects' | 'over' | 'ifLow' | 'ifHigh'> &
  Pick<BuildStep, 'hold'>;

/** A finding as an acceptance keeps it. */
export interface JudgedFinding {
  readonly key: string;
  readonly severity: Finding['severity'];
  readonly title: string;
  readonly fingerprint: string;
}

/** A plan as the list shows it, with its findings; null: it cannot be judged. */
export interface Judged {
  readonly summary: JobSummary;
  readonly findings: readonly JudgedFinding[] | null;
}

export interface JudgeAnswers {
  readonly summary: Judged;
  readonly findings: readonly JudgedFinding[];
  readonly steps: readonly PlannedStep[];
  /** Null: this version cannot read the plan. */
  readonly proof: string | null;
  readonly log: LogOutcome;
}

export default function judge(task: JudgeTask): JudgeAnswers[JudgeTask['ask']] {
  switch (task.ask) {
    case 'summary':
      return summarize(task.document);
    case 'findings':
      return evaluatePlan(task.document, 'none').findings.map(digest);
    case 'steps':
      return stepsOf(task.document, task.of);
    case 'proof': {
      const read = checkJob(task.document);
      return read.ok ? proofOf(read.value, task.of) : null;
    }
    case 'log':
      return judgeLog(task.document, task.series);
  }
}

function stepsOf(document: JobDocument, of: StepsOf): readonly PlannedStep[] {
  if (of === 'dry-test') return dryTest(document).map((r) => ({ id: r.id, does: sayDryRow(r) }));
  return of === 'build' ? jobSheet(document) : measuredSteps(of, document);
}

/** What is set by hand, and what must run then. */
function sayDryRow({ inputs, loads }: DryRow): string {
  const wanted = loads.map((l) => `${l.name} ${l.wanted ? 'runs' : 'off'}`);
  return `${sayInputs(inputs, inBoth)}: ${wanted.join(', ')}`;
}

/** A plan that cannot be judged says why, in a line for the list. */
function summarize(document: unknown): Judged {
  const read = checkJob(document);
  if (!read.ok)
    return {
      summary: { unjudged: read.errors[0]?.message ?? 'the stored plan cannot be read' },
      findings: null,
    };
  const plan = evaluatePlan(read.value, 'none');
  const count = (severity: string) => plan.findings.filter((f) => f.severity === severity).length;
  const margins = plan.states.flatMap((s) =>
    s.state.kind === 'pull' && s.values?.margin != null && Number.isFinite(s.values.margin)
      ? [s.values.margin]
      : [],
  );
  return {
    summary: {
      stops: count('stop'),
      fixes: count('fix'),
      notes: count('note'),
      margin: margins.length > 0 ? Math.min(...margins) : null,
    },
    findings: plan.findings.map(digest),
  };
}

const digest = (found: Finding): JudgedFinding => ({
  key: findingKey(found),
  severity: found.severity,
  title: found.title,
  fingerprint: findingFingerprint(found),
});

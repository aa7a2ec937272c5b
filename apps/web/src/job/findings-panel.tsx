import { when } from '../ui/when.ts';
import { newId } from '../outbox/ids.ts';
import { findingKey, type Finding, type FindingFix, type Severity } from '@venula/core/outcome';
import { sayAgain, sideWord, type SaidFinding } from '@venula/core/say';
import { memo, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { tell } from '../api/client.ts';
import { useAccept, useAcceptances } from '../api/queries.ts';
import type { AcceptanceRow } from '../api/types.ts';
import { STAGES } from '../app/stages.ts';
import { useFormat, useSettings } from '../app/settings.ts';
import { SEVERITY_NAME, SeverityMark, TONE } from '../ui/severity.tsx';
import type { FixPreview } from '../workers/plan-work.ts';
import { JUDGE, RANK } from '../workers/plan-client.ts';
import { useJob, useJudgement, useOpenJob } from './job-context.ts';
import { standingFor, useOpenFindings } from './open-findings.ts';
import { Explained } from '../ui/explained.tsx';

/** Open issues, the worst first. Drawn anew only with a new judgement. */
export const FindingsPanel = memo(function FindingsPanel({
  stages,
  codes = [],
  first,
}: {
  /** What is open beside the drawing: findings about it come first. */
  readonly first?: string | null;
  readonly stages?: readonly Finding['stage'][];
  /** Findings of other stages that belong here as well. */
  readonly codes?: readonly string[];
}) {
  const plan = useJudgement();
  const judged = useJob((job) => job.live.judged);
  const fault = useJob((job) => job.live.fault);
  const { id, solveAgain } = useOpenJob();
  const acceptances = useAcceptances(id).data ?? [];
  const findings = (plan?.findings ?? []).filter(
    (f) => !stages || stages.includes(f.stage) || codes.includes(f.code),
  );
  const about = (f: Finding): number => (first && (f.place.id === first || f.place.within === first) ? 0 : 1);
  const open = findings.filter((f) => !standingFor(f, acceptances)).sort((a, b) => about(a) - about(b));
  const accepted = findings.filter((f) => standingFor(f, acceptances));
  if (fault !== null)
    return (
      <p role="alert" className="border-t-2 border-stop py-3">
        <strong className="text-stop">This plan cannot be checked.</strong> What you enter is kept all the
        same. Undo the last change, or look for the part it was about.{' '}
        <span className="text-soft">({fault})</span>{' '}
        <button type="button" className="btn btn-small" onClick={solveAgain}>
          Try again
        </button>
      </p>
    );
  if (!plan) return <p className="py-4 text-soft">Checking the plan…</p>;
  return (
    <section aria-label="Findings" aria-busy={!judged} tabIndex={-1} data-findings className="outline-none">
      {findings.length === 0 && (
        <p className="border-t-2 border-good py-3 font-semibold text-good">
          {stages ? 'No issues here.' : 'No issues in this plan.'} {stages && <Elsewhere stages={stages} />}
        </p>
      )}
      {open.map((f) => (
        <FindingCard
          key={findingKey(f)}
          finding={f}
          lapsed={acceptances.find((r) => r.findingKey === findingKey(f))}
        />
      ))}
      {accepted.length > 0 && (
        <>
          <h3 className="label mt-4 text-sm font-semibold text-soft">Accepted</h3>
          {accepted.map((f) => (
            <AcceptedCard key={findingKey(f)} finding={f} row={standingFor(f, acceptances)!} />
          ))}
        </>
      )}
    </section>
  );
});

/** What other stages have, each a way there. */
function Elsewhere({ stages }: { readonly stages: readonly Finding['stage'][] }) {
  const { id } = useOpenJob();
  const findings = useOpenFindings();
  return STAGES.flatMap(({ key, name }) => {
    const there = findings.filter((f) => f.stage === key && !stages.includes(f.stage));
    const loud = (['stop', 'fix'] as const).flatMap((severity) => {
      const n = there.filter((f) => f.severity === severity).length;
      return n > 0 ? [`${n} ${severity}${n > 1 ? (severity === 'fix' ? 'es' : 's') : ''}`] : [];
    });
    if (loud.length === 0) return [];
    return (
      <Link
        key={key}
        to={`/jobs/${id}/${key}`}
        className={`mr-2 inline-flex min-h-[44px] items-center underline underline-offset-2 ${there.some((f) => f.severity === 'stop') ? 'text-stop' : 'text-fix'}`}
      >
        {loud.join(' and ')} on {name}.
      </Link>
    );
  });
}

const FindingCard = memo(function FindingCard({
  finding,
  lapsed,
}: {
  readonly finding: SaidFinding;
  readonly lapsed: AcceptanceRow | undefined;
}) {
  const { edit, readOnly, selectState } = useOpenJob();
  const { units } = useSettings();
  const said = useMemo(() => sayAgain(finding, units), [finding, units]);
  const previews = usePreviews(finding);
  const [accepting, setAccepting] = useState(false);
  const tone = TONE[finding.severity];
  return (
    <article
      className="scroll-mt-14 border-t-2 py-3 outline-none focus-visible:bg-well"
      style={{ borderColor: tone }}
      data-finding={finding.code}
      data-finding-key={findingKey(finding)}
      tabIndex={-1}
    >
      <h3 className="flex items-center gap-2 font-bold" style={{ color: tone }}>
        <SeverityMark severity={finding.severity} />
        {SEVERITY_NAME[finding.severity]}
        <span className="label ml-auto text-xs font-medium text-soft">{finding.place.name}</span>
      </h3>
      <p className="mt-1 font-medium leading-snug">{said.title}</p>
      {lapsed && (
        <p className="mt-1 text-sm text-fix">
          {lapsed.fromFile
            ? `Accepted by ${lapsed.author}: “${lapsed.reason}”. Open here until somebody of this shop accepts it.`
            : `Accepted by ${lapsed.author} for other numbers on ${new Date(lapsed.at).toLocaleDateString('en-US')}; open again.`}
        </p>
      )}
      <details className="mt-1 text-sm">
        <summary className="inline-flex min-h-[44px] min-w-[44px] cursor-pointer items-center font-semibold text-feed underline underline-offset-2">
          Why
        </summary>
        <p className="mt-1 leading-snug">
          <Explained text={said.why.text} />
        </p>
        <p className="mt-1 rounded-sm bg-well px-2 py-1 leading-snug">{said.why.formula}</p>
        {said.why.grounds !== '' && <p className="mt-1 leading-snug text-soft">{said.why.grounds}</p>}
        <p className="mt-1 text-xs text-soft">Source: {said.why.source}</p>
        {finding.stateId && (
          <button type="button" className="btn btn-small mt-2" onClick={() => selectState(finding.stateId!)}>
            Show me there
          </button>
        )}
      </details>
      {!readOnly && (
        <div className="mt-2 flex flex-col gap-2">
          {said.fixes.map((fix, i) => (
            <div key={fix.label}>
              <button
                type="button"
                className={`btn w-full ${i === 0 ? 'btn-main' : ''}`}
                onClick={(e) => {
                  // Its card goes with what it mends: the focus stays in the list.
                  e.currentTarget.closest<HTMLElement>('[data-findings]')?.focus({ preventScroll: true });
                  edit(...fix.patch);
                }}
              >
                {fix.label}
              </button>
              <Effect preview={previews[i]} severity={finding.severity} />
            </div>
          ))}
          {accepting ? (
            <AcceptForm finding={finding} onDone={() => setAccepting(false)} />
          ) : (
            <button
              type="button"
              className="min-h-[44px] self-start text-sm text-soft underline underline-offset-2"
              onClick={() => setAccepting(true)}
            >
              Accept with a reason
            </button>
          )}
        </div>
      )}
    </article>
  );
});

/** What each offered fix would leave, worked out before it is pressed. */
function usePreviews(finding: Finding): readonly (FixPreview | null | undefined)[] {
  const judged = useJob((job) => job.live.judged);
  const job = useOpenJob();
  const [previews, setPreviews] = useState<readonly (FixPreview | null | undefined)[]>([]);
  useEffect(() => {
    let current = true;
    // Who can only read is offered no fixes.
    if (!judged || job.readOnly) return;
    const { doc } = job.getView();
    const slots = finding.fixes.map((_, i) => `preview ${findingKey(finding)} ${i}`);
    const all = finding.fixes.map((fix: FindingFix, i) =>
      JUDGE.ask(slots[i]!, (api) => api.preview(doc, fix.patch), { rank: RANK.preview }),
    );
    void Promise.allSettled(all).then((results) => {
      // One that could not be tried shows nothing: the fix itself is still there.
      if (current) setPreviews(results.map((r) => (r.status === 'fulfilled' ? r.value : null)));
    });
    return () => {
      current = false;
      // The next edit is judged before anything is tried on the plan before it.
      for (const slot of slots) JUDGE.drop(slot);
    };
  }, [finding, judged, job]);
  return previews;
}

function Effect({
  preview,
  severity,
}: {
  readonly preview: FixPreview | null | undefined;
  readonly severity: Severity;
}) {
  const format = useFormat();
  const side = useJob((job) => sideWord(job.doc));
  if (preview === undefined)
    return <p className="label mt-0.5 min-h-[1.1rem] text-xs text-soft">working out the effect…</p>;
  if (preview === null) return null;
  const parts = [
    preview.idleRail !== null && `${side} ${format('pressure', preview.idleRail)} at idle`,
    preview.margin !== null &&
      `${preview.margin >= 0 ? '+' : '−'}${Math.abs(preview.margin * 100).toFixed(0)}% supply`,
    preview.volts !== null && severity !== 'note' && `${format('volts', preview.volts)} at the pump`,
    `${preview.stops} stop, ${preview.fixes} fix left`,
  ].filter(Boolean);
  return <p className="label mt-0.5 text-xs text-soft">then: {parts.join(' · ')}</p>;
}

function AcceptForm({ finding, onDone }: { readonly finding: Finding; readonly onDone: () => void }) {
  const { id, person } = useOpenJob();
  // The server signs what it finds in its own copy, so that copy must be this one first.
  const ready = useJob((job) => job.state.save) === 'saved';
  const accept = useAccept(id);
  const [reason, setReason] = useState('');
  const forLead = finding.severity === 'stop' && person.role !== 'lead';
  if (forLead) {
    return (
      <p className="text-sm text-soft">
        A stop is accepted by a lead technician only.{' '}
        <button type="button" className="underline" onClick={onDone}>
          Close
        </button>
      </p>
    );
  }
  return (
    <form
      className="rounded-sm bg-well p-2"
      onSubmit={(e) => {
        e.preventDefault();
        accept.mutate(
          { acceptanceId: newId(), findingKey: findingKey(finding), reason },
          { onSuccess: onDone },
        );
      }}
    >
      <label className="label block text-sm text-soft">
        Reason, signed {person.name}
        <textarea
          className="field mt-0.5"
          style={{ padding: '0.4rem' }}
          rows={2}
          minLength={3}
          maxLength={500}
          required
          autoFocus
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      {accept.error && (
        <p role="alert" className="text-sm font-semibold text-stop">
          {tell(accept.error)}
        </p>
      )}
      <div className="mt-1 flex gap-2">
        <button type="submit" className="btn btn-small btn-main" disabled={accept.isPending || !ready}>
          {ready ? 'Accept' : 'Saving first…'}
        </button>
        <button type="button" className="btn btn-small" onClick={onDone}>
          Leave it open
        </button>
      </div>
    </form>
  );
}

function AcceptedCard({ finding, row }: { readonly finding: SaidFinding; readonly row: AcceptanceRow }) {
  const { units } = useSettings();
  return (
    <article className="border-t border-rule py-2 text-sm" data-accepted={finding.code}>
      <p className="flex items-center gap-2 font-medium">
        <SeverityMark severity={finding.severity} size={12} />
        {sayAgain(finding, units).title}
      </p>
      <p className="mt-0.5 text-soft">
        “{row.reason}” {row.author}, {row.role}, {when(row.at)}
      </p>
    </article>
  );
}

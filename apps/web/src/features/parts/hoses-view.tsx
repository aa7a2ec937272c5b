import { inFlowOrder } from '@venula/core/document';
import { elementPath } from '@venula/core/edit';
import { HOSE_KINDS, hoseName } from '@venula/core/kinds';
import { sayHoseFault } from '@venula/core/say';
import { hoseChoices } from '@venula/core/supply';
import { Check } from 'lucide-react';
import { freeFor, useShelf } from '../../api/shelf.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob, useStates } from '../../job/job-context.ts';

/** Which kinds of hose and tube do for each line, and why the others do not. */
export function HosesView() {
  const doc = useDoc();
  const states = useStates();
  const highest = new Map<string, number>();
  // As the findings judge: with the pumps forced somebody measures.
  for (const s of states.filter(({ state }) => state.kind !== 'forced'))
    for (const t of s.values?.stations ?? [])
      highest.set(t.elementId, Math.max(highest.get(t.elementId) ?? -Infinity, t.pUp, t.pDown));
  const ids = inFlowOrder(doc.plumbing.paths).flatMap(([, p]) =>
    p.order.filter((id) => doc.plumbing.elements[id]?.kind === 'run'),
  );
  return (
    <>
      <ol aria-label="Lines and the hoses that do">
        {ids.map((id) => (
          <OneLine key={id} id={id} pa={highest.get(id)} />
        ))}
      </ol>
      <div className="border-t-2 border-ink py-2 text-sm text-soft">
        <p>
          O-rings: {doc.brief.fuel.ethanol > 0 ? 'FKM, for gasoline with ethanol' : 'nitrile or FKM'}; the
          low-temperature kind of FKM where the car starts below 5 °F (−15 °C); never EPDM. Ratings as
          commonly quoted from SAE 100R14, J30 and J2260: the hose maker’s figures win.
        </p>
        <p>
          Rubber ages: write the date on it, look at it each year, replace braided and push-on rubber after
          six years and injection hose after ten (common practice; the maker’s limit wins). PTFE and tube
          hardly age. What is in the car already: give its age at the line, and it is told when it is past
          that.
        </p>
      </div>
    </>
  );
}

function OneLine({ id, pa }: { readonly id: string; readonly pa: number | undefined }) {
  const doc = useDoc();
  const format = useFormat();
  const { units } = useSettings();
  const { id: jobId, edit, readOnly } = useOpenJob();
  const shelf = useShelf().data ?? [];
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return null;
  /** Longest piece of it in the shop that nobody else has put aside, m. */
  const there = (kind: typeof run.hose): number =>
    shelf.reduce(
      (most, s) =>
        s.unit === 'm' && s.part === hoseName({ hose: kind, dash: run.dash })
          ? Math.max(most, freeFor(s, jobId))
          : most,
      0,
    );
  const choices = hoseChoices(doc, id, pa);
  const good = choices.filter((c) => c.faults.length === 0);
  const bad = choices.filter((c) => c.faults.length > 0);
  const mine = choices.find((c) => c.kind === run.hose);
  return (
    <li className="border-t border-rule py-2" data-hose-line={id}>
      <h3 className="leading-tight font-semibold">{run.name}</h3>
      <p className="label text-sm text-soft">
        -{run.dash}, {PLACES[run.zone]}
        {pa !== undefined && Number.isFinite(pa) && `, up to ${format('pressure', Math.max(0, pa))}`}, E
        {Math.round(doc.brief.fuel.ethanol * 100)}
        {run.existing && ', already in the car'}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {good.map((c) => (
          <button
            key={c.kind}
            type="button"
            aria-pressed={c.kind === run.hose}
            className={`btn btn-small ${c.kind === run.hose ? 'bg-mark/40' : ''}`}
            disabled={readOnly}
            onClick={() => edit({ op: 'replace', path: elementPath(id, 'hose'), value: c.kind })}
          >
            {c.kind === run.hose && <Check size={16} aria-hidden />} {HOSE_KINDS[c.kind].name}
            {there(c.kind) > 0 && (
              <span className="label text-sm font-semibold">
                {format('length', there(c.kind))} on the shelf
              </span>
            )}
          </button>
        ))}
        {good.length === 0 && (
          <strong className="text-fix">No kind does for this line as it is planned.</strong>
        )}
      </div>
      {mine && mine.faults.length > 0 && (
        <p className="mt-1 font-semibold text-fix">
          It is planned as {HOSE_KINDS[mine.kind].name}:{' '}
          {mine.faults.map((f) => sayHoseFault(f, mine.kind, units).toLowerCase()).join('; ')}.
        </p>
      )}
      {bad.length > 0 && (
        <details className="mt-2 text-sm">
          <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
            {bad.length === 1 ? 'One kind does not do' : `${bad.length} kinds do not do`}
          </summary>
          <ul>
            {bad.map((c) => (
              <li key={c.kind}>
                <strong className="font-semibold">{HOSE_KINDS[c.kind].name}</strong>:{' '}
                {c.faults.map((f) => sayHoseFault(f, c.kind, units)).join('; ')}.
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}

const PLACES = {
  'in-tank': 'in the tank',
  'under-body': 'under the body',
  'engine-bay': 'in the engine bay',
  cabin: 'in the cabin',
} as const;

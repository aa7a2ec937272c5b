import { when } from '../../ui/when.ts';
import { gaugeName, sayPower, sayState } from '@venula/core/say';
import { OFF_V } from '@venula/core/engine';
import { PATTERNS, sourceOf } from '@venula/core/document';
import { howItRuns, RECORD_CAUTIONS, runName, sayImported, writeJob } from '@venula/core/formats';
import type { Finding } from '@venula/core/outcome';
import { boreOf, HOSE_KINDS, wireSizeName } from '@venula/core/kinds';
import { billOfMaterials, heldNames, linesToMeasure } from '@venula/core/supply';
import { sayFound } from '@venula/core/prove';
import { foundOf, readingsOf } from '../../job/record/readings.ts';
import { OffNames } from '../../job/record/off-names.tsx';
import { newestOfKind, standingOf, type RunStanding } from '../../job/record/run-standing.ts';
import { useStale, withProofs } from '../../job/record/stale.tsx';
import { Download, FileText, QrCode as QrCodeIcon } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useAcceptances, useJobRecord, useRevisions, useRuns } from '../../api/queries.ts';
import { logoAddress, useShop } from '../../api/shop.ts';
import type { AcceptanceRow, RunRow } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { FreezeForm } from '../../job/freeze-form.tsx';
import { standingFor, statedFor } from '../../job/open-findings.ts';
import { useDoc, useJob, useJudgement, useOpenJob, useStates } from '../../job/job-context.ts';
import { saveFile } from '../../ui/save-file.ts';
import { SEVERITY_NAME } from '../../ui/severity.tsx';
import { FigureRecord } from './figure-record.tsx';
import { Labels } from './labels.tsx';
import { PdfPhotos } from './pdf-photos.tsx';
import { Reminders } from './reminders.tsx';
import { PrintButton } from '../../job/print-button.tsx';

/** More than this over demand is no figure anybody reads, as a share. */
const PLENTY = 5;

/** The record on one page: what was fitted, what it should read, what it read, what was accepted, who signed. */
export const HandoverPage = withProofs(Handover);

function Handover() {
  const doc = useDoc();
  const states = useStates();
  const plan = useJudgement();
  const version = useJob((job) => job.state.version);
  const { id, number } = useOpenJob();
  const imported = useJobRecord(id).data?.imported;
  const format = useFormat();
  const runs = useRuns(id).data ?? [];
  const rows = useAcceptances(id).data ?? [];
  const found = foundOf(runs.filter((r) => r.kind === 'build').flatMap((r) => readingsOf(r, [])));
  const findings = plan?.findings ?? [];
  const hose = billOfMaterials(doc).filter((l) => l.group === 'hose');
  const kept = Object.values(doc.plumbing.elements).flatMap((e) =>
    e.kind === 'run' && e.existing ? [e] : [],
  );
  const pumps = Object.values(doc.plumbing.elements).flatMap((e) => (e.kind === 'pump' ? [e.name] : []));
  const how = howItRuns(doc, (dimension, value) => (value == null ? '–' : format(dimension, value)));
  const goal = doc.brief.pull.reduce((most, p) => Math.max(most, p.powerW), 0);
  const shop = useShop().data;
  const [labels, setLabels] = useState(false);
  if (labels) return <Labels onLeave={() => setLabels(false)} />;
  const fuel = `E${(doc.brief.fuel.ethanol * 100).toFixed(0)}${sourceOf(doc.brief.fuel, 'ethanol').origin === 'measured' ? ', measured' : ', assumed'}`;
  return (
    <div className="h-full overflow-y-auto px-5 py-4 print:overflow-visible print:p-0">
      <Actions onLabels={() => setLabels(true)} />
      <article
        className="mx-auto max-w-[900px] border-2 border-ink bg-paper p-6 text-sm print:border-0 print:p-0"
        data-testid="handover"
      >
        <header className="flex items-end justify-between border-b-4 border-ink pb-2">
          <div>
            <p className="label text-soft">{shop?.name} · fuel system record</p>
            <h2 className="headline text-2xl">
              {String(number).padStart(4, '0')} {doc.title}
            </h2>
            {shop?.address && <p className="label text-xs whitespace-pre-line text-soft">{shop.address}</p>}
          </div>
          {shop?.logoSum && (
            <img src={logoAddress(shop.logoSum)} alt="" className="max-h-[56px] max-w-[220px]" />
          )}
          <p className="label text-right text-soft">
            plan version {version}
            <br />
            {when(new Date().toISOString())}
          </p>
        </header>
        <dl className="mt-2 grid grid-cols-4 gap-x-4 gap-y-1 max-md:grid-cols-2">
          <Fact name="Customer" value={doc.customer || '–'} />
          <Fact name="Vehicle" value={doc.vehicle.description || '–'} />
          <Fact name="Engine" value={doc.vehicle.engine || '–'} />
          <Fact name="Fuel" value={fuel} />
          {goal > 0 && <Fact name="Goal" value={sayPower(doc.brief, goal, format)} />}
          <Fact name="Base pressure" value={format('pressure', doc.brief.basePressurePa)} />
          <Fact
            name="Injectors"
            value={`${doc.brief.injectors.count} × ${format('injectorFlow', doc.brief.injectors.staticFlowM3s)}`}
          />
          <Fact name="Style" value={PATTERNS.find((p) => p.id === doc.plumbing.style)?.name ?? '–'} />
          <Fact name={pumps.length > 1 ? 'Pumps' : 'Pump'} value={pumps.join(', ') || '–'} />
        </dl>
        {imported && (
          <Section title="From a file">
            {sayImported(imported).map((line) => (
              <p key={line}>{line}</p>
            ))}
          </Section>
        )}
        <div className="mt-3 grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
          <Section title="What it should read">
            <table className="w-full [&_.num]:pl-2.5">
              <thead>
                <tr className="label border-b border-ink text-soft">
                  <th className="py-0.5 text-left">State</th>
                  <th className="num">{gaugeName(doc)}</th>
                  <th className="num">Pump</th>
                  <th className="num">To spare</th>
                </tr>
              </thead>
              <tbody>
                {states.map((s) => (
                  <tr key={s.state.id} className="border-b border-rule">
                    <th scope="row" className="py-0.5 text-left font-medium">
                      {sayState(s.state)}
                    </th>
                    <td className="num">{s.values ? format('pressure', s.values.railGauge) : '–'}</td>
                    <td className="num">
                      {s.values?.pumps.map((p) => (
                        <span key={p.id} className="block">
                          {s.values!.pumps.length > 1 && <span className="text-soft">{p.name} </span>}
                          {s.state.pumpsOn && p.volts > OFF_V
                            ? `${format('volts', p.volts)}, ${format('amps', p.current)}`
                            : 'off'}
                        </span>
                      ))}
                    </td>
                    <td className="num">
                      {s.values?.margin != null
                        ? s.values.margin > PLENTY
                          ? 'plenty'
                          : format('fraction', s.values.margin)
                        : ''}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Section>
          <div>
            <Section title="What was fitted">
              <ul>
                {hose.map((l) => (
                  <li key={l.part}>
                    {l.part},{' '}
                    {l.toMeasure && l.quantity === 0
                      ? linesToMeasure(l.toMeasure)
                      : `${format('length', l.quantity)}${l.toMeasure ? ` and ${linesToMeasure(l.toMeasure)}` : ''}`}{' '}
                    ({l.note})
                  </li>
                ))}
                {kept.map((e) => (
                  <li key={e.name}>
                    {e.name}: kept from the car, {HOSE_KINDS[e.hose].name.toLowerCase()}, bore{' '}
                    {format('bore', e.boreM ?? boreOf(e.hose, e.dash))}, {format('length', e.lengthM)}
                  </li>
                ))}
                {Object.entries(doc.wiring.circuits).map(([key, circuit]) => (
                  <li key={key}>
                    {circuit.name}:{' '}
                    {Object.values(circuit.segments)
                      .flatMap((s) =>
                        s.kind === 'wire'
                          ? [`${s.name} ${wireSizeName(s.size)} ${s.color}`]
                          : s.kind === 'fuse'
                            ? [`fuse ${s.ratingA} A`]
                            : s.kind === 'relay'
                              ? [`relay ${s.ratingA} A`]
                              : [],
                      )
                      .join('; ')}
                  </li>
                ))}
              </ul>
            </Section>
            <Section title={how.title}>
              {how.lines?.map((line) => (
                <p key={line}>{line}</p>
              ))}
            </Section>
            <Section title="What was tested">
              {runs.length === 0 && <p className="text-soft">Nothing has been tested yet.</p>}
              <ul>
                {runs.map((r) => (
                  <li key={r.id}>
                    <RunLine run={r} />
                  </li>
                ))}
              </ul>
            </Section>
          </div>
        </div>
        {found.length > 0 && (
          <Section title="As found">
            <ul>
              {found.map((i) => (
                <li key={i.itemId}>{sayFound(i)}</li>
              ))}
            </ul>
          </Section>
        )}
        <Section title="Open issues">
          {findings.length === 0 && <p>Nothing found in the plan.</p>}
          <ul>
            <OpenTests runs={runs} />
            {findings.map((f) => {
              return (
                <li key={`${f.code}-${f.place.id}`} className="border-b border-rule py-0.5">
                  <strong>{SEVERITY_NAME[f.severity]}.</strong> {f.title} <Accepted finding={f} rows={rows} />
                </li>
              );
            })}
          </ul>
        </Section>
        <Section title="What the figures rest on">
          <FigureRecord />
        </Section>
        <Section title="To look at again">
          <Reminders />
        </Section>
        <Section title="Cautions">
          {RECORD_CAUTIONS.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </Section>
        <div className="mt-6 grid grid-cols-3 gap-8 max-md:grid-cols-1">
          {['Technician', 'Lead technician', 'Customer'].map((who) => (
            <p key={who} className="label border-t-2 border-ink pt-1 text-soft">
              {who}, date
            </p>
          ))}
        </div>
      </article>
    </div>
  );
}

function Actions({ onLabels }: { readonly onLabels: () => void }) {
  const doc = useDoc();
  const { id } = useOpenJob();
  const revisions = useRevisions(id);
  const { units } = useSettings();
  /** Photos for the PDF; null: as many as fit. */
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  return (
    <div className="no-print mx-auto mb-3 flex max-w-[900px] flex-wrap items-end gap-2">
      <PrintButton label="Print the page" main />
      <a
        className="btn"
        href={`/jobs/${id}/pdf?units=${units}${chosen === null ? '' : `&photos=${chosen.join(',')}`}`}
        target="_blank"
        rel="noreferrer"
      >
        <FileText size={18} /> PDF, with the tuner’s page
      </a>
      <button
        type="button"
        className="btn"
        onClick={() => saveFile(`${doc.title}.json`, 'application/json', writeJob(doc))}
      >
        <Download size={18} /> Plan alone
      </button>
      <a className="btn" href={`/api/v1/jobs/${id}/archive`} download={`${doc.title}.zip`}>
        <Download size={18} /> Whole job
      </a>
      <button type="button" className="btn" onClick={onLabels}>
        <QrCodeIcon size={18} /> Labels
      </button>
      <p className="label w-full text-sm text-soft">
        The plan alone leaves out tests, photos, accepted findings and revisions; the whole job (ZIP) has all
        of it, and another shop can take it in under New job.
      </p>
      <PdfPhotos chosen={chosen} onChoose={setChosen} />
      <div className="ml-auto">
        <FreezeForm suggestion="as built" />
      </div>
      {(revisions.data ?? []).length > 0 && (
        <p className="label w-full text-sm text-soft">
          Frozen:{' '}
          {revisions
            .data!.map((r) => `${r.name} (version ${r.version}, ${r.author}, ${when(r.at)})`)
            .join(' · ')}
        </p>
      )}
    </div>
  );
}

const OPEN: Readonly<Partial<Record<RunStanding, string>>> = {
  unconfirmed: 'from a file: not confirmed by this shop',
  'under way': 'not signed off',
  'not passed': 'signed off without a pass',
  failed: 'failed',
  outgrown: 'passed on an older plan',
};

/** Kinds of test whose newest run proves nothing of the plan as it stands. */
function OpenTests({ runs }: { readonly runs: readonly RunRow[] }) {
  const stale = useStale();
  return [...new Set(runs.map((r) => r.kind))].map((kind) => {
    const why = OPEN[standingOf(newestOfKind(runs, kind), stale)];
    return why ? (
      <li key={kind} className="border-b border-rule py-0.5">
        <strong>{kind === 'build' ? 'Work.' : 'Test.'}</strong> {runName(kind)}: <em>{why}.</em>
      </li>
    ) : null;
  });
}

/** Who accepted a finding in this shop; what a file says of it is said beside that it is open here. */
function Accepted({ finding, rows }: { readonly finding: Finding; readonly rows: readonly AcceptanceRow[] }) {
  const row = standingFor(finding, rows);
  const elsewhere = statedFor(finding, rows);
  if (row)
    return (
      <em>
        Accepted: “{row.reason}” {row.author}, {row.role}, {when(row.at)}.
      </em>
    );
  return (
    <em>{elsewhere ? `Open here. Accepted by ${elsewhere.author}: “${elsewhere.reason}”.` : 'Open.'}</em>
  );
}

function RunLine({ run }: { readonly run: RunRow }) {
  const format = useFormat();
  const end = run.readings.find((r) => r.kind === 'sign-off');
  const confirmed = run.readings.find((r) => r.kind === 'confirm' && !r.fromFile);
  const stale = useStale()(run.kind, end);
  const doc = useDoc();
  const lines = run.setup['lines'] as readonly string[] | undefined;
  const filled = lines ? ` on ${heldNames(doc, lines).join(', ')}` : '';
  const applied =
    run.kind === 'gas-hold'
      ? ` at ${format('pressure', Number(run.setup['pressurePa']))}${filled}, ${run.readings.filter((r) => r.kind === 'pressure').length} readings`
      : '';
  return (
    <>
      {runName(run.kind)}
      {applied}: <strong>{end ? String(end.payload['verdict']).replace('-', ' ') : 'not signed off'}</strong>
      {end && `, ${end.author}, ${when(end.takenAt)}`} (plan version {run.jobVersion})
      {stale && (
        <strong className="block font-semibold text-fix">
          made on an older plan: the plan has changed what it proved since
        </strong>
      )}
      {run.fromFile && (
        <strong className="block font-semibold text-fix">
          {confirmed
            ? `from a file: confirmed as this shop’s by ${confirmed.author}`
            : 'from a file: not confirmed by this shop'}
        </strong>
      )}
      {end && <OffNames payload={end.payload} />}
    </>
  );
}

function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="mt-3">
      <h3 className="headline border-b-2 border-ink text-base">{title}</h3>
      <div className="pt-1">{children}</div>
    </section>
  );
}

function Fact({ name, value }: { readonly name: string; readonly value: string }) {
  return (
    <div>
      <dt className="label text-xs text-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </div>
  );
}

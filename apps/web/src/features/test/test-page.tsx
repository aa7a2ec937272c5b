import { sayState } from '@venula/core/say';
import { useReadingQueue } from '../../api/use-reading-queue.ts';
import { useRuns } from '../../api/queries.ts';
import type { NewReading, ReadingKind, RunKind } from '../../api/types.ts';
import { tell } from '../../api/client.ts';
import { useFormat } from '../../app/settings.ts';
import { useJob, useOpenJob, useStates } from '../../job/job-context.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { Headline } from '../../ui/headline.tsx';
import { Cautions } from './cautions.tsx';
import { DryTest } from './dry-test.tsx';
import { GasHold } from './gas-hold.tsx';
import { JointWalk } from './joint-walk.tsx';

const READING_NAMES: Readonly<Record<ReadingKind, string>> = {
  'dry-row': 'Dry test',
  joint: 'Joint',
  pressure: 'Gauge',
  'sign-off': 'Sign-off',
};

/** What was read, to copy where it was not taken. */
function readingWords({ kind, payload: said }: NewReading, format: ReturnType<typeof useFormat>): string {
  const payload: Readonly<Record<string, unknown>> = said;
  if (kind === 'pressure')
    return `${format('pressure', Number(payload['pressurePa']), 2)} at ${format('temperature', Number(payload['kelvin']))}`;
  return ['jointId', 'rowId', 'result', 'note']
    .flatMap((key) => (typeof payload[key] === 'string' && payload[key] !== '' ? [payload[key]] : []))
    .join(', ');
}

export function TestPage() {
  const format = useFormat();
  const stops = useJob((job) => job.live.plan?.findings.filter((f) => f.severity === 'stop').length);
  const { id } = useOpenJob();
  const runs = useRuns(id);
  const queue = useReadingQueue(id);
  const newest = (kind: RunKind) => runs.data?.filter((r) => r.kind === kind).at(-1);
  const refused = queue.waiting.filter((w) => w.refused);
  const open = queue.waiting.filter((w) => !w.refused && !w.landed);
  const unkept = open.filter((w) => w.unkept).length;
  const unsent = open.filter((w) => !w.foreign).length;
  const foreign = open.length - unsent;
  return (
    <StageFrame aside={<Predictions />} asideName="What you should read">
      <Headline
        tone={stops !== undefined && stops > 0 ? 'stop' : 'good'}
        sentence={
          // No word of testing before the plan is judged.
          stops === undefined
            ? 'Checking the plan…'
            : stops > 0
              ? `Fix ${stops === 1 ? '1 stop' : `${stops} stops`} before fuel goes in.`
              : 'Test in this order: wiring dry, then the joints, then the hold.'
        }
        second="Readings are kept on this device until the shop’s server has them."
      />
      <Cautions kinds={['wiring', 'fuel', 'gas']} />
      {unsent > 0 && (
        <p role="status" className="mt-2 border-l-4 border-mark bg-well px-3 py-2">
          {unsent} {unsent === 1 ? 'reading waits' : 'readings wait'} on this device; sent when the server
          answers.
        </p>
      )}
      {unkept > 0 && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-well px-3 py-2 font-semibold">
          This device has no room for {unkept === 1 ? 'a reading' : `${unkept} readings`}: keep this page open
          until {unkept === 1 ? 'it is' : 'they are'} sent.
        </p>
      )}
      {foreign > 0 && (
        <p role="status" className="mt-2 border-l-4 border-mark bg-well px-3 py-2">
          {foreign} {foreign === 1 ? 'reading' : 'readings'} taken by somebody else on this device; sent,
          under their name, when they sign in here.
        </p>
      )}
      {refused.map((w) => (
        <p key={w.readingId} role="alert" className="mt-2 border-l-4 border-stop bg-well px-3 py-2">
          <strong>Not taken: {w.refused?.message}</strong>{' '}
          <span className="select-text">
            {READING_NAMES[w.kind]} {readingWords(w, format)},{' '}
            {new Date(w.takenAt).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'medium' })}
          </span>{' '}
          <button type="button" className="underline" onClick={() => queue.discard(w.readingId)}>
            Drop it
          </button>
        </p>
      ))}
      {runs.error ? (
        <p role="alert" className="mt-4 text-stop">
          {tell(runs.error)}
        </p>
      ) : runs.data ? (
        <>
          <DryTest run={newest('dry-test')} />
          <JointWalk run={newest('joint-walk')} />
          <GasHold run={newest('gas-hold')} />
        </>
      ) : (
        <p className="mt-4 text-soft">Loading the record…</p>
      )}
    </StageFrame>
  );
}

/** What the gauge and the meter will read, at every state, before anybody looks. */
function Predictions() {
  const states = useStates();
  const stateId = useJob((job) => job.stateId);
  const format = useFormat();
  return (
    <section>
      <h3 className="headline text-lg">What you should read</h3>
      <table className="mt-1 w-full text-sm">
        <thead>
          <tr className="label border-b-2 border-ink text-soft">
            <th scope="col" className="py-1 text-left">
              State
            </th>
            <th scope="col" className="num py-1">
              Rail gauge
            </th>
            <th scope="col" className="num py-1">
              Pump
            </th>
          </tr>
        </thead>
        <tbody>
          {states.map((s) => (
            <tr
              key={s.state.id}
              className={`border-b border-rule ${s.state.id === stateId ? 'bg-mark/25' : ''}`}
            >
              <th scope="row" className="label py-1 text-left font-medium">
                {sayState(s.state)}
              </th>
              <td className="num py-1 font-semibold">
                {s.values ? format('pressure', s.values.railGauge) : '–'}
              </td>
              <td className="num py-1">
                {s.values?.pumps[0] && s.state.pumpsOn ? format('volts', s.values.pumps[0].volts, 1) : 'off'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="label mt-2 text-xs text-soft">Steady values from the plan. Pulsation is not predicted.</p>
    </section>
  );
}

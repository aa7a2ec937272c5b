import { MEASURED, type MeasuredId } from '@venula/core/prove';
import { runName } from '@venula/core/formats';
import { sayState } from '@venula/core/say';
import { useRuns } from '../../api/queries.ts';
import type { ComponentType } from 'react';
import type { RunKind, RunRow } from '../../api/types.ts';
import { tell } from '../../api/client.ts';
import { useFormat } from '../../app/settings.ts';
import { useJob, useOpenJob, useStates } from '../../job/job-context.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { Headline } from '../../ui/headline.tsx';
import { Cautions } from '../../job/record/cautions.tsx';
import { DryTest } from './dry-test.tsx';
import { DriveLog } from './drive-log.tsx';
import { ForcedPumps } from './forced-pumps.tsx';
import { GasHold } from './gas-hold.tsx';
import { LiquidHold } from './liquid-hold.tsx';
import { ProbeProvider } from '../../job/record/live/probe-context.tsx';
import { ShopInstruments } from '../../job/record/live/shop-instruments.tsx';
import { WaitingNotes } from '../../job/record/waiting-notes.tsx';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { JointWalk } from './joint-walk.tsx';
import { MeasuredTest } from './measured-test.tsx';
import { useMeasuredSteps } from './use-measured-steps.ts';

type Newest = (kind: RunKind) => RunRow | undefined;

/** Tests that are more than a list of readings. */
const OTHERS = {
  'dry-test': DryTest,
  'joint-walk': JointWalk,
  'gas-hold': GasHold,
  'liquid-hold': LiquidHold,
  'drive-log': DriveLog,
} satisfies Partial<Record<RunKind, ComponentType<{ readonly run: RunRow | undefined }>>>;
type OtherId = keyof typeof OTHERS;

/** Tests in the order they are done: dry, tight, then by what they read. */
const KINDS: readonly (MeasuredId | OtherId)[] = [
  'winding',
  'dry-test',
  'volts',
  'sensors',
  'joint-walk',
  'gas-hold',
  'prime',
  'each-pump',
  'base-pressure',
  'liquid-hold',
  'reference',
  'flow-catch',
  'cranking',
  'running',
  'high-side',
  'hot-soak',
  'drive-log',
];
const isOther = (kind: MeasuredId | OtherId): kind is OtherId => kind in OTHERS;

/** The first test, in their order, that failed or is not signed off; none where nothing is under way. */
function whereItStands(
  newest: Newest,
  asked: (kind: MeasuredId) => boolean,
): { readonly kind: RunKind; readonly failed: boolean } | undefined {
  const open = KINDS.flatMap((kind) => {
    // Of a part the plan no longer has: that list is not shown either.
    if (!isOther(kind) && !asked(kind)) return [];
    const run = newest(kind);
    const end = run?.readings.find((r) => r.kind === 'sign-off');
    return run && end?.payload['verdict'] !== 'pass'
      ? [{ kind, failed: end?.payload['verdict'] === 'fail' }]
      : [];
  });
  return open.find((o) => o.failed) ?? open[0];
}

export function TestPage() {
  const stops = useJob((job) => job.live.plan?.findings.filter((f) => f.severity === 'stop').length);
  const { id, person } = useOpenJob();
  const runs = useRuns(id);
  const newest = (kind: RunKind) => runs.data?.filter((r) => r.kind === kind).at(-1);
  const measured = useMeasuredSteps();
  const at = whereItStands(newest, (kind) => (measured.answer?.[kind].length ?? 0) > 0);
  const test = (kind: MeasuredId | OtherId) => {
    if (!isOther(kind))
      return (
        <MeasuredTest
          key={kind}
          procedure={MEASURED[kind]}
          steps={measured.answer?.[kind] ?? []}
          run={newest(kind)}
        />
      );
    const Test = OTHERS[kind];
    return <Test key={kind} run={newest(kind)} />;
  };
  return (
    <StageFrame aside={<Predictions />} asideName="What you should read">
      <Headline
        tone={(stops !== undefined && stops > 0) || at?.failed ? 'stop' : 'good'}
        sentence={
          // No word of testing before the plan is judged.
          stops === undefined
            ? 'Checking the plan…'
            : stops > 0
              ? `Fix ${stops === 1 ? '1 stop' : `${stops} stops`} before fuel goes in.`
              : at
                ? at.failed
                  ? `${runName(at.kind)}: failed. Mend it, then test it again.`
                  : `${runName(at.kind)}: under way.`
                : 'Test in this order: wiring dry, the joints, the hold, then the readings.'
        }
        second="Readings are kept on this device until the shop’s server has them."
      />
      <Cautions kinds={['wiring', 'fuel', 'gas', 'running']} />
      <ForcedPumps />
      <WaitingNotes />
      {runs.error ? (
        <p role="alert" className="mt-4 text-stop">
          {tell(runs.error)}
        </p>
      ) : runs.data ? (
        <>
          {measured.fault !== null && (
            <LaneFaultNote
              what="The readings could not be predicted from the plan"
              why={measured.fault}
              again={measured.again}
            />
          )}
          <ProbeProvider>
            <ShopInstruments lead={person.role === 'lead'} />
            {KINDS.map(test)}
          </ProbeProvider>
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

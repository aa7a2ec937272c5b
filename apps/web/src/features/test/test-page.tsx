import { ArrowDown } from 'lucide-react';
import { MEASURED, TEST_ORDER, type MeasuredId } from '@venula/core/prove';
import { runName } from '@venula/core/formats';
import { OFF_V } from '@venula/core/engine';
import { withinSentence } from '@venula/core/quantities';
import { gaugeName, sayState } from '@venula/core/say';
import { useRuns } from '../../api/queries.ts';
import type { ComponentType } from 'react';
import type { RunKind, RunRow } from '../../api/types.ts';
import { tell } from '../../api/client.ts';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useJob, useOpenJob, useStates } from '../../job/job-context.ts';
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
import { newestOfKind, standingOf, type RunStanding } from '../../job/record/run-standing.ts';
import { useStale, withProofs } from '../../job/record/stale.tsx';
import { useGasLines } from '../../job/record/use-gas-lines.ts';
import { WaitingNotes } from '../../job/record/waiting-notes.tsx';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { goToTest } from './go-to-test.ts';
import { JointWalk } from './joint-walk.tsx';
import { MeasuredTest } from './measured-test.tsx';
import { useMeasuredSteps } from './use-measured-steps.ts';

/** Tests that are more than a list of readings. */
const OTHERS = {
  'dry-test': DryTest,
  'joint-walk': JointWalk,
  'gas-hold': GasHold,
  'liquid-hold': LiquidHold,
  'drive-log': DriveLog,
} satisfies Partial<Record<RunKind, ComponentType<{ readonly run: RunRow | undefined }>>>;
type OtherId = keyof typeof OTHERS;

const isOther = (kind: MeasuredId | OtherId): kind is OtherId => kind in OTHERS;

/** What is to be done next, where a test stands so: what is named first goes first. */
const SAY = {
  failed: (name: string) => `${name}: failed. Mend it, then test it again.`,
  'under way': (name: string) => `${name}: under way.`,
  'not passed': (name: string) => `${name}: signed off without a pass. Test it again.`,
  unconfirmed: (name: string) => `${name}: from a file. Confirm it, or test it here.`,
  outgrown: (name: string) => `${name}: passed on an older plan. Test it again.`,
  untried: (name: string) => `Next: ${withinSentence(name)}.`,
} satisfies Record<Exclude<RunStanding, 'passed'>, (name: string) => string>;
const FIRST = Object.keys(SAY) as (keyof typeof SAY)[];

/**
 * What to do next, of the tests in their order.
 * @param gas whether there is a line that has held no fuel
 */
function nextTest(
  standing: (kind: RunKind) => RunStanding,
  asked: (kind: MeasuredId) => boolean,
  gas: boolean,
): { readonly say: string; readonly failed: boolean; readonly kind?: RunKind } {
  // Of a part the plan does not have there is nothing to read.
  const all = TEST_ORDER.flatMap((kind) => {
    if (!isOther(kind) && !asked(kind)) return [];
    const now = standing(kind);
    // Gas is for a dry new line: once fuel is in all of them, it is not the next test.
    return kind === 'gas-hold' && now === 'untried' && !gas ? [] : [{ kind, now }];
  });
  if (all.every((t) => t.now === 'untried'))
    return {
      say: 'Test in this order: wiring dry, gas on new dry lines, prime, joint by joint, the hold with fuel, then the readings.',
      failed: false,
    };
  for (const now of FIRST) {
    const first = all.find((t) => t.now === now);
    if (first) return { say: SAY[now](runName(first.kind)), failed: now === 'failed', kind: first.kind };
  }
  return { say: 'Every test has passed.', failed: false };
}

export const TestPage = withProofs(Tests);

function Tests() {
  const stale = useStale();
  const stops = useJob((job) => job.live.plan?.findings.filter((f) => f.severity === 'stop').length);
  const { id, person } = useOpenJob();
  const runs = useRuns(id);
  const newest = (kind: RunKind) => newestOfKind(runs.data, kind);
  const measured = useMeasuredSteps();
  const known = measured.answer !== null || measured.fault !== null;
  const next = nextTest(
    (kind) => standingOf(newest(kind), stale),
    (kind) => (measured.answer?.[kind].length ?? 0) > 0,
    useGasLines().dry.length > 0,
  );
  // Before it is known what this car has to be read, the next of the tests may be another.
  const unsure = !known && next.kind !== undefined;
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
        tone={(stops !== undefined && stops > 0) || next.failed ? 'stop' : 'good'}
        sentence={
          // No word of testing before the plan is judged.
          stops === undefined || unsure
            ? 'Checking the plan…'
            : stops > 0
              ? `Fix ${stops === 1 ? '1 stop' : `${stops} stops`} before fuel goes in.`
              : next.say
        }
        second="Readings are kept on this device until the shop’s server has them."
      />
      {next.kind !== undefined && known && runs.data && (
        <button type="button" className="btn mb-3" onClick={() => goToTest(next.kind!)}>
          <ArrowDown size={18} aria-hidden /> Go to this test
        </button>
      )}
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
            {TEST_ORDER.map(test)}
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
  const gauge = gaugeName(useDoc());
  const pumps = states.find((s) => s.values)?.values?.pumps ?? [];
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
              {gauge}
            </th>
            <th scope="col" className="num py-1 pl-3">
              {pumps.length > 1
                ? pumps.map((p) => (
                    <span key={p.id} className="block">
                      {p.name}
                    </span>
                  ))
                : 'Pump'}
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
                {s.values?.pumps.map((p) => (
                  <span key={p.id} className="block">
                    {s.state.pumpsOn && p.volts > OFF_V ? format('volts', p.volts, 1) : 'off'}
                  </span>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="label mt-2 text-xs text-soft">Steady values from the plan. Pulsation is not predicted.</p>
    </section>
  );
}

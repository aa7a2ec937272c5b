import {
  DROP_M3,
  ISOLATIONS,
  leakWayName,
  liquidOutcome,
  liquidProvableAfter,
  USUAL_DROPS_PER_MINUTE,
  type Isolation,
  type LiquidOutcome,
} from '@venula/core/prove';
import { heldFuel } from '@venula/core/engine';
import { isUs, PSI } from '@venula/core/quantities';
import { useMemo, useState } from 'react';
import { useStartRun } from '../../api/queries.ts';
import type { RunRow } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { CautionedStart } from '../../job/record/cautioned-start.tsx';
import { drawOffs, fuelHoldPoints, startOf, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { useRun } from '../../job/record/use-run.ts';
import { newId } from '../../outbox/ids.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { DecayChart } from './decay-chart.tsx';
import { DrawOff } from './draw-off.tsx';
import { GaugeFields } from './gauge-fields.tsx';
import { HoldReadings } from './hold-readings.tsx';
import { TestFrame } from './test-frame.tsx';
import { TimeLeft } from './time-left.tsx';

/** Fuel on the cart’s gauge. */
const MOST_PA = 2.1e6;
/** A figure that is off by more than this many times the limit is no figure. */
const TELLS_MUCH = 2;

const HOLDS: Readonly<Record<Isolation, { readonly name: string; readonly how: string }>> = {
  open: {
    name: 'As it stands',
    how: 'Run the pump up to pressure, stop it, wait a minute. Nothing is capped.',
  },
  'return-capped': {
    name: 'Return capped',
    how: 'Cap the return behind the regulator’s line, never by clamping PTFE or hard tube. Up to pressure, pump off.',
  },
  'feed-capped': {
    name: 'Feed capped',
    how: 'Up to pressure, then shut the feed between pump and rail with a cap or a valve.',
  },
  'both-capped': {
    name: 'Both capped',
    how: 'Rail between two caps: what falls now is an injector, its seal, or a joint at the rail.',
  },
};

/** Hold after the pump stops, with fuel at working pressure, and by caps which part lets go. */
export function LiquidHold({ run }: { readonly run: RunRow | undefined }) {
  const open = useRun(run);
  return (
    <TestFrame
      kind="liquid-hold"
      name="Hold with fuel, pump stopped"
      said={open.begun ? 'holding' : 'which part lets the pressure go'}
      run={open}
    >
      {open.begun && run ? (
        <Hold run={run} readings={open.readings} />
      ) : (
        <SetUp again={open.done !== undefined} />
      )}
    </TestFrame>
  );
}

function SetUp({ again }: { readonly again: boolean }) {
  const doc = useDoc();
  const { id, readOnly } = useOpenJob();
  const format = useFormat();
  const start = useStartRun(id);
  const { units } = useSettings();
  const held = useMemo(() => heldFuel(doc), [doc]);
  const [resolutionPa, setResolution] = useState(isUs(units) ? 0.1 * PSI : 500);
  const [gaugeMaxPa, setGaugeMax] = useState(isUs(units) ? 150 * PSI : 1e6);
  const [limitM3s, setLimit] = useState((USUAL_DROPS_PER_MINUTE * DROP_M3) / 60);
  if (readOnly) return null;
  const wait = liquidProvableAfter({
    stiffness: { give: held.give, u: 0 },
    swells: held.swells,
    resolution: resolutionPa,
    limit: limitM3s,
  });
  return (
    <GuardedForm
      className="mt-1"
      onAct={() =>
        start.mutate({
          runId: newId(),
          kind: 'liquid-hold',
          setup: {
            cautionsRead: true,
            resolutionPa,
            limitM3s,
            gaugeMaxPa,
            volumeM3: Math.max(held.volume, 1e-7),
            swellsM3K: Math.max(0, held.swells),
          },
        })
      }
    >
      <p className="text-soft">
        Pump stopped, the pressure should stand. The fuel shut in is {format('volume', held.volume)}, and it
        moves with every degree: a leak at the limit shows after {format('time', wait, wait > 600 ? 0 : 1)},
        so hold at least that long.
      </p>
      <div className="mt-2 grid grid-cols-3 gap-3 max-md:grid-cols-1">
        <GaugeFields
          most={gaugeMaxPa}
          range={{ min: Math.max(20e3, doc.brief.basePressurePa), max: MOST_PA }}
          step={resolutionPa}
          onMost={setGaugeMax}
          onStep={setResolution}
        />
        <QuantityField
          label="May lose"
          dimension="leak"
          value={limitM3s}
          range={{ min: 1e-11, max: 1e-6 }}
          onCommit={setLimit}
          hint={`${((limitM3s * 60) / DROP_M3).toFixed(1)} drops a minute`}
        />
      </div>
      <CautionedStart
        label={again ? 'Hold again' : 'Start the hold'}
        pending={start.isPending}
        error={start.error}
      />
    </GuardedForm>
  );
}

function Hold({ run, readings }: { readonly run: RunRow; readonly readings: readonly Reading[] }) {
  const doc = useDoc();
  const { id, readOnly } = useOpenJob();
  const format = useFormat();
  const [isolation, setIsolation] = useState<Isolation>('open');
  const points = fuelHoldPoints(readings);
  const outcome = outcomeOf(run, points, drawOffs(readings));
  const own = points.filter((p) => p.isolation === isolation);
  const start = own[0]?.atS ?? 0;
  const shown = own.map((p) => ({ ...p, atS: p.atS - start }));
  const held = outcome.holds.find((h) => h.isolation === isolation);
  const firstAt = startOf(readings, isolation);
  return (
    <div className="mt-1">
      <p className="headline text-2xl" data-testid="fuel-hold-verdict" aria-live="polite">
        {sayOutcome(outcome, format)}
      </p>
      {held?.verdict.kind === 'cannot-tell' && firstAt !== undefined && (
        <TimeLeft until={firstAt + held.verdict.waitS * 1000} />
      )}
      {outcome.ways.length > 0 && (
        <ul className="mt-1" data-testid="leak-ways">
          {outcome.ways.map((w) => (
            <li key={w.way} className={w.verdict === 'leaks' ? 'font-semibold text-stop' : ''}>
              {leakWayName(doc, w.way)}:{' '}
              {w.verdict === 'leaks'
                ? `leaks, ${drops(w.leak)}`
                : w.verdict === 'tight'
                  ? 'tight'
                  : 'cannot tell yet'}
            </li>
          ))}
        </ul>
      )}
      <DrawOff run={run} stiffness={outcome.stiffness} />
      <fieldset className="mt-3">
        <legend className="label text-sm text-soft">What is capped now</legend>
        <div className="mt-1 grid grid-cols-4 gap-2 max-md:grid-cols-2">
          {ISOLATIONS.map((i) => (
            <label
              key={i}
              className={`flex min-h-[52px] cursor-pointer items-center gap-2 border-2 px-2 ${i === isolation ? 'border-ink bg-mark/25' : 'border-rule'}`}
            >
              <input
                type="radio"
                name={`isolation ${run.id}`}
                className="size-5"
                checked={i === isolation}
                onChange={() => setIsolation(i)}
              />
              <span>
                {HOLDS[i].name}
                <span className="label block text-xs text-soft">
                  {points.filter((p) => p.isolation === i).length} read
                </span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <p className="mt-1 text-soft">{HOLDS[isolation].how}</p>
      {held && held.uncertainty < TELLS_MUCH * Number(run.setup['limitM3s']) && (
        <p className="text-sm">
          Loses {Math.max(0, Math.round((held.leak * 60) / DROP_M3))} drops a minute, give or take{' '}
          {Math.max(1, Math.round((2 * held.uncertainty * 60) / DROP_M3))}; may lose{' '}
          {drops(Number(run.setup['limitM3s']))}.
        </p>
      )}
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_320px] gap-6 max-lg:grid-cols-1 [&>*:first-child]:max-lg:order-last">
        <DecayChart points={shown} barometricPa={doc.brief.barometricPa} corrected={false} />
        {!readOnly && (
          <HoldReadings
            key={isolation}
            run={run}
            place={`liquid-hold ${isolation}`}
            points={shown}
            setting={{ doing: 'fuel-hold', jobId: id, isolation }}
            extra={{ isolation }}
          />
        )}
      </div>
      <SignOff run={run} hint="Take the caps off, then sign. The verdict is worked out from the readings." />
    </div>
  );
}

const drops = (m3s: number): string => `${((m3s * 60) / DROP_M3).toFixed(1)} drops a minute`;

const outcomeOf = (
  run: RunRow,
  points: ReturnType<typeof fuelHoldPoints>,
  draws: ReturnType<typeof drawOffs>,
): LiquidOutcome =>
  liquidOutcome(
    {
      swells: Number(run.setup['swellsM3K']),
      resolution: Number(run.setup['resolutionPa']),
      limit: Number(run.setup['limitM3s']),
    },
    draws,
    points,
  );

function sayOutcome(
  { stiffness, holds, ways, verdict }: LiquidOutcome,
  format: ReturnType<typeof useFormat>,
): string {
  const whole = holds.find((h) => h.isolation === 'open');
  if (!stiffness) return 'First draw a little off: it shows how soft the line is.';
  if (ways.some((w) => w.verdict === 'leaks')) return 'Leaks: see which way below.';
  if (!whole || verdict === 'incomplete' || verdict === 'no-data')
    return 'Up to pressure, pump off, everything open: take the first reading.';
  switch (whole.verdict.kind) {
    case 'pass':
      return 'Holds: what it loses is below the limit.';
    case 'fail':
      return 'Loses pressure: cap the return, hold again, then the feed.';
    case 'rising':
      return 'Pressure has risen: a reading is wrong, or the line is warming up. It proves nothing yet.';
    case 'cannot-tell':
      return `Cannot tell yet: wait until ${format('time', whole.verdict.waitS)} after the first reading.`;
    case 'no-data':
      return 'One reading so far: take the next in a few minutes.';
  }
}

import { newId } from '../../outbox/ids.ts';
import {
  GAS_LIMITS,
  gasLimit,
  GAUGE_MOST_PA,
  HOLD_PATIENCE,
  holdProposal,
  storedEnergy,
  type DecayResult,
  type GasLines,
} from '@venula/core/prove';
import { gauge, absolute, isUs, PSI } from '@venula/core/quantities';
import { useState } from 'react';
import { useStartRun } from '../../api/queries.ts';
import type { RunRow } from '../../api/types.ts';
import { useShop } from '../../api/shop.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { CautionedStart } from '../../job/record/cautioned-start.tsx';
import { DecayChart } from './decay-chart.tsx';
import { HoldReadings } from './hold-readings.tsx';
import { Verdict } from '../../job/record/verdict.tsx';
import { decayOf, holdPoints, setupOf, startOf, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { useRun } from '../../job/record/use-run.ts';
import { useGasLines } from '../../job/record/use-gas-lines.ts';
import { GaugeFields } from './gauge-fields.tsx';
import { LineTicks, WetLines } from './gas-lines.tsx';
import { TimeLeft } from './time-left.tsx';

/** 1 bubble a second of about 3 mm is near 1 mL/min; a fuel line is asked for a tenth of it. */
const USUAL_LIMIT = 0.1e-6 / 60;

export function GasHold({ run }: { readonly run: RunRow | undefined }) {
  const now = useRun(run);
  const { readings, done, begun } = now;
  return (
    <section className="mt-8" data-procedure="gas-hold" tabIndex={-1}>
      <h3 className="headline text-xl">Static hold with gas, dry new line</h3>
      <Verdict kind="gas-hold" run={now} />
      {done && run && <DecayChart points={holdPoints(readings)} barometricPa={setupOf(run).barometric} />}
      {!run || !begun ? <DryLinesFirst again={done !== undefined} /> : <Hold run={run} readings={readings} />}
    </section>
  );
}

/** Gas only on lines that have held no fuel. */
function DryLinesFirst({ again }: { readonly again: boolean }) {
  const lines = useGasLines();
  const { readOnly } = useOpenJob();
  if (readOnly) return null;
  return (
    <>
      <WetLines lines={lines} />
      {lines.dry.length > 0 && (
        // Other lines, another hold: what was typed for those does not go for these.
        <SetUp key={lines.dry.map((l) => l.id).join()} again={again} dry={lines.dry} />
      )}
    </>
  );
}

function SetUp({ again, dry }: { readonly again: boolean; readonly dry: GasLines['dry'] }) {
  const doc = useDoc();
  const { id, person } = useOpenJob();
  const format = useFormat();
  const start = useStartRun(id);
  const ofLeads = useShop().data?.gasLeadPa ?? GAS_LIMITS.lead;
  const { units } = useSettings();
  // Round figures in the unit the gauge is read in: 10 psi and tenths, or 70 kPa and halves.
  const [pressurePa, setPressure] = useState<number>(gasLimit('usual', units));
  const [chosen, setChosen] = useState<readonly string[]>(dry.map((l) => l.id));
  const [typed, setTyped] = useState<number | null>(null);
  const holds = dry.reduce((sum, l) => sum + (chosen.includes(l.id) ? l.volume : 0), 0);
  const volumeM3 = typed ?? holds;
  const [resolutionPa, setResolution] = useState(isUs(units) ? 0.1 * PSI : 500);
  const [gaugeMaxPa, setGaugeMax] = useState(isUs(units) ? 30 * PSI : 200e3);
  const [limitM3s, setLimit] = useState(USUAL_LIMIT);
  const most =
    person.role === 'lead' ? Math.min(ofLeads, gasLimit('lead', units)) : gasLimit('technician', units);
  const barometric = absolute(doc.brief.barometricPa);
  const proposal = holdProposal(
    { volume: volumeM3, resolution: resolutionPa, limit: limitM3s, barometric },
    gauge(pressurePa),
    293.15,
  );
  const energy = storedEnergy(gauge(pressurePa), volumeM3, barometric);
  return (
    <GuardedForm
      className="mt-2"
      onAct={() =>
        start.mutate({
          runId: newId(),
          kind: 'gas-hold',
          setup: {
            cautionsRead: true,
            pressurePa,
            volumeM3,
            resolutionPa,
            limitM3s,
            barometricPa: doc.brief.barometricPa,
            gaugeMaxPa,
            lines: chosen,
          },
        })
      }
    >
      <LineTicks
        lines={dry}
        chosen={chosen}
        onChoose={(lines) => {
          setChosen(lines);
          setTyped(null);
        }}
      />
      <div className="mt-2 grid grid-cols-5 gap-3 max-lg:grid-cols-3 max-md:grid-cols-1">
        <QuantityField
          label="Apply"
          dimension="pressure"
          value={pressurePa}
          range={{ min: 5e3, max: Math.min(most, gaugeMaxPa) }}
          onCommit={setPressure}
          hint={`${person.role === 'lead' ? 'lead: ' : ''}up to ${format('pressure', most, 0)}`}
        />
        <QuantityField
          label="Volume under test"
          dimension="volume"
          value={volumeM3}
          range={{ min: 1e-6, max: 0.05 }}
          onCommit={setTyped}
          hint="what these hold by the plan"
        />
        <GaugeFields
          most={gaugeMaxPa}
          range={{ min: pressurePa, max: GAUGE_MOST_PA }}
          step={resolutionPa}
          onMost={setGaugeMax}
          onStep={setResolution}
        />
        <QuantityField
          label="Allowable leak"
          dimension="leak"
          value={limitM3s}
          range={{ min: 1e-11, max: 1e-4 }}
          onCommit={setLimit}
          hint="about a tenth of a bubble a second"
        />
      </div>
      <p className="mt-2 text-sm">
        This gauge needs <strong>{format('time', proposal.waitS, proposal.waitS > 600 ? 0 : 1)}</strong> to
        prove that leak.{' '}
        {proposal.waitS > HOLD_PATIENCE && (
          <>
            In 15 minutes it proves a section of up to <strong>{format('volume', proposal.sectionM3)}</strong>
            : cap the line there and hold it in parts.{' '}
            {proposal.resolution === null
              ? 'For the whole line no gauge is fine enough: half a degree hides the leak.'
              : `The whole line would want a gauge with steps of ${format('pressure', proposal.resolution, 2)}.`}{' '}
          </>
        )}
        The line then holds up to {energy.brode.toFixed(0)} J of stored energy: stand aside while filling.
      </p>
      <CautionedStart
        label={again ? 'Hold again' : 'Start the hold'}
        pending={start.isPending || chosen.length === 0}
        error={start.error}
      />
    </GuardedForm>
  );
}

function Hold({ run, readings }: { readonly run: RunRow; readonly readings: readonly Reading[] }) {
  const { readOnly } = useOpenJob();
  const format = useFormat();
  const points = holdPoints(readings);
  const result = decayOf(run, points);
  const firstAt = startOf(readings);
  return (
    <div className="mt-2">
      <p className="headline text-2xl" data-testid="hold-verdict" aria-live="polite">
        {verdictText(result, format)}
      </p>
      {result.verdict.kind === 'cannot-tell' && firstAt !== undefined && (
        <TimeLeft until={firstAt + result.verdict.waitS * 1000} />
      )}
      {points.length > 1 && (
        <p className="text-sm text-soft">
          Leak {format('leak', result.leak, 3)} ± {format('leak', 2 * result.uncertainty, 3)}; limit{' '}
          {format('leak', setupOf(run).limit, 3)}. Drop with temperature taken out{' '}
          {format('pressure', result.correctedDrop, 2)}.
        </p>
      )}
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_300px] gap-6 max-lg:grid-cols-1 [&>*:first-child]:max-lg:order-last">
        <DecayChart points={points} barometricPa={setupOf(run).barometric} />
        {!readOnly && (
          <HoldReadings
            run={run}
            place="gas-hold"
            points={points}
            setting={{
              doing: 'gas-hold',
              pressurePa: Number(run.setup['pressurePa']),
              volumeM3: Number(run.setup['volumeM3']),
            }}
          />
        )}
      </div>
      <SignOff run={run} hint="Vent slowly, then sign. The verdict is worked out from the readings." />
    </div>
  );
}

function verdictText(result: DecayResult, format: ReturnType<typeof useFormat>): string {
  switch (result.verdict.kind) {
    case 'pass':
      return 'Holds: the leak is below the limit.';
    case 'fail':
      return 'Leaks: find it with soap solution, joint by joint.';
    case 'cannot-tell':
      return `Cannot tell yet: wait until ${format('time', result.verdict.waitS)} after the first reading.`;
    case 'rising':
      return 'Pressure has risen: a reading is wrong, or the line is still warming up. Let it settle; it proves nothing yet.';
    case 'no-data':
      return 'Fill, let it settle, take the first reading.';
  }
}

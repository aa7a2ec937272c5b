import { newId } from '../../outbox/ids.ts';
import {
  GAS_LIMITS,
  GAUGE_MOST_PA,
  HOLD_PATIENCE,
  holdProposal,
  storedEnergy,
  type DecayResult,
} from '@venula/core/prove';
import { gauge, absolute, editText, isUs } from '@venula/core/quantities';
import { lineVolume } from '@venula/core/supply';
import { useState } from 'react';
import { useStartRun } from '../../api/queries.ts';
import { useReadingQueue } from '../../api/use-reading-queue.ts';
import type { RunRow } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';
import { CautionedStart } from '../../job/record/cautioned-start.tsx';
import { DecayChart } from './decay-chart.tsx';
import { Verdict } from '../../job/record/verdict.tsx';
import {
  decayOf,
  holdPoints,
  readingsOf,
  setupOf,
  signedOff,
  type HoldPoint,
} from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';

/** 1 bubble a second of about 3 mm is near 1 mL/min; a fuel line is asked for a tenth of it. */
const PSI = 6894.757293168;
const USUAL_LIMIT = 0.1e-6 / 60;

export function GasHold({ run }: { readonly run: RunRow | undefined }) {
  const { id } = useOpenJob();
  const queue = useReadingQueue(id);
  const readings = run ? readingsOf(run, queue.waiting) : [];
  const done = run && signedOff(readings);
  return (
    <section className="mt-8">
      <h3 className="headline text-xl">Static hold with gas, dry new line</h3>
      {done && run && (
        <>
          <Verdict payload={done.payload} author={done.author} at={done.takenAt} />
          <DecayChart points={holdPoints(readings)} barometricPa={setupOf(run).barometric} />
        </>
      )}
      {!run || done ? <SetUp again={done !== undefined} /> : <Hold run={run} />}
    </section>
  );
}

function SetUp({ again }: { readonly again: boolean }) {
  const doc = useDoc();
  const { id, person, readOnly } = useOpenJob();
  const format = useFormat();
  const start = useStartRun(id);
  const { units } = useSettings();
  // Round figures in the unit the gauge is read in: 10 psi and tenths, or 70 kPa and halves.
  const [pressurePa, setPressure] = useState<number>(isUs(units) ? 10 * PSI : GAS_LIMITS.usual);
  const [volumeM3, setVolume] = useState(lineVolume(doc));
  const [resolutionPa, setResolution] = useState(isUs(units) ? 0.1 * PSI : 500);
  const [gaugeMaxPa, setGaugeMax] = useState(isUs(units) ? 30 * PSI : 200e3);
  const [limitM3s, setLimit] = useState(USUAL_LIMIT);
  if (readOnly) return null;
  const most = person.role === 'lead' ? GAS_LIMITS.lead : GAS_LIMITS.technician;
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
          },
        })
      }
    >
      <div className="grid grid-cols-5 gap-3 max-lg:grid-cols-3 max-md:grid-cols-1">
        <QuantityField
          label="Apply"
          dimension="pressure"
          value={pressurePa}
          range={{ min: 5e3, max: Math.min(most, gaugeMaxPa) }}
          onCommit={setPressure}
          hint={person.role === 'lead' ? 'lead: up to 30 psi' : 'up to 15 psi'}
        />
        <QuantityField
          label="Volume under test"
          dimension="volume"
          value={volumeM3}
          range={{ min: 1e-6, max: 0.05 }}
          onCommit={setVolume}
          hint="from the plan’s hoses and rail"
        />
        <QuantityField
          label="Gauge reads up to"
          dimension="pressure"
          value={gaugeMaxPa}
          range={{ min: pressurePa, max: GAUGE_MOST_PA }}
          onCommit={setGaugeMax}
        />
        <QuantityField
          label="Gauge shows steps of"
          dimension="pressure"
          value={resolutionPa}
          range={{ min: 1, max: 50e3 }}
          onCommit={setResolution}
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
        This gauge needs <strong>{format('time', proposal.waitS)}</strong> to prove that leak.{' '}
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
        pending={start.isPending}
        error={start.error}
      />
    </GuardedForm>
  );
}

function Hold({ run }: { readonly run: RunRow }) {
  const { id } = useOpenJob();
  const queue = useReadingQueue(id);
  const format = useFormat();
  const readings = readingsOf(run, queue.waiting);
  const points = holdPoints(readings);
  const result = decayOf(run, points);
  const [correcting, setCorrecting] = useState<HoldPoint | null>(null);
  return (
    <div className="mt-2">
      <p className="headline text-2xl" data-testid="hold-verdict" aria-live="polite">
        {verdictText(result, format)}
      </p>
      {points.length > 1 && (
        <p className="text-sm text-soft">
          Leak {format('leak', result.leak, 3)} ± {format('leak', 2 * result.uncertainty, 3)}; limit{' '}
          {format('leak', setupOf(run).limit, 3)}. Drop with temperature taken out{' '}
          {format('pressure', result.correctedDrop, 2)}.
        </p>
      )}
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_300px] gap-6 max-lg:grid-cols-1">
        <DecayChart points={points} barometricPa={setupOf(run).barometric} />
        <div>
          <ReadingForm
            key={correcting?.id ?? 'new'}
            run={run}
            last={points.at(-1)}
            correcting={correcting}
            onDone={() => setCorrecting(null)}
          />
          <table className="mt-2 w-full text-sm">
            <caption className="sr-only">Readings of the hold</caption>
            <thead>
              <tr className="label border-b-2 border-ink text-soft">
                <th scope="col" className="cell num py-1">
                  After
                </th>
                <th scope="col" className="cell num py-1">
                  Pressure
                </th>
                <th scope="col" className="cell num py-1">
                  Line
                </th>
                <th scope="col" className="sr-only">
                  Correct
                </th>
              </tr>
            </thead>
            <tbody>
              {points.map((p) => (
                <tr key={p.id} className="border-b border-rule">
                  <td className="cell num py-1">{format('time', p.atS)}</td>
                  <td className="cell num py-1 font-semibold">{format('pressure', p.pressurePa, 2)}</td>
                  <td className="cell num py-1">{format('temperature', p.kelvin)}</td>
                  <td className="cell py-0">
                    <button
                      type="button"
                      className="min-h-[44px] min-w-[44px] text-sm underline"
                      disabled={p.waiting}
                      onClick={() => setCorrecting(p)}
                    >
                      {p.waiting ? 'not sent yet' : 'correct'}
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
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

function ReadingForm({
  run,
  last,
  correcting,
  onDone,
}: {
  readonly run: RunRow;
  readonly last: HoldPoint | undefined;
  readonly correcting: HoldPoint | null;
  readonly onDone: () => void;
}) {
  const { id, readOnly } = useOpenJob();
  const queue = useReadingQueue(id);
  const format = useFormat();
  const { units } = useSettings();
  const [pressurePa, setPressure] = useState<number | null>(correcting?.pressurePa ?? null);
  const [kelvin, setKelvin] = useState<number | null>(correcting?.kelvin ?? null);
  // A new form for each reading: nothing of the one before is left in it.
  const [taken, setTaken] = useState(0);
  if (readOnly) return null;
  const most = Number(run.setup['gaugeMaxPa'] ?? GAUGE_MOST_PA);
  return (
    <GuardedForm
      className="rounded-sm bg-well p-3"
      onAct={() => {
        if (pressurePa === null || kelvin === null) return;
        // A correction stands in for the old reading, so it keeps the old reading's time.
        const takenAt = correcting
          ? run.readings.find((r) => r.id === correcting.id)!.takenAt
          : new Date().toISOString();
        queue.add({
          runId: run.id,
          readingId: newId(),
          kind: 'pressure',
          payload: { pressurePa, kelvin },
          corrects: correcting?.id ?? null,
          takenAt,
        });
        setPressure(null);
        setKelvin(null);
        setTaken(taken + 1);
        onDone();
      }}
    >
      <div className="grid grid-cols-2 gap-2" key={taken}>
        <ReadingField
          label="Gauge reads"
          dimension="pressure"
          range={{ min: 0, max: most }}
          start={correcting ? editText('pressure', correcting.pressurePa, units, 5) : ''}
          {...(last ? { before: format('pressure', last.pressurePa, 2) } : {})}
          onRead={setPressure}
        />
        <ReadingField
          label="Line temperature"
          dimension="temperature"
          range={{ min: 233, max: 353 }}
          start={correcting ? editText('temperature', correcting.kelvin, units, 5) : ''}
          {...(last ? { before: format('temperature', last.kelvin) } : {})}
          onRead={setKelvin}
        />
      </div>
      <button
        type="submit"
        className="btn btn-main mt-2 w-full"
        disabled={pressurePa === null || kelvin === null}
      >
        {correcting ? 'Replace that reading' : 'Take the reading now'}
      </button>
      <p className="label mt-1 text-xs text-soft">
        {pressurePa === null || kelvin === null
          ? 'Type what gauge and thermometer show.'
          : 'The time is taken as you press.'}
      </p>
    </GuardedForm>
  );
}

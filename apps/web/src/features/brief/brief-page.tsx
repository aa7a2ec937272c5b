import { highPressurePumps } from '@venula/core/document';
import { setOrigin } from '@venula/core/edit';
import { ruleOfThumbRatio, volumeRatio } from '@venula/core/demand';
import type { ReactNode } from 'react';
import { useFormat } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc, useOpenJob, useStates } from '../../job/job-context.ts';
import { FigureSources } from '../../job/figure-sources.tsx';
import { PlanOptional, PlanQuantity, PlanText } from '../../job/plan-fields.tsx';
import { PlanField } from '../../job/plan-form.tsx';
import { StageFrame } from '../../job/stage-frame.tsx';
import { Choice } from '../../ui/choice.tsx';
import { StageHeadline } from '../../job/stage-headline.tsx';
import { DemandChart } from './demand-chart.tsx';
import { InjectorLibrary } from './injector-library.tsx';
import { InjectorSheet } from './injector-sheet.tsx';
import { PullTable } from './pull-table.tsx';
import { SameCar } from './same-car.tsx';
import { POUND_PER_HP_HOUR } from '@venula/core/quantities';

const INDUCTION = [
  { value: 'naturally-aspirated', label: 'naturally aspirated', bsfc: 0.5 * POUND_PER_HP_HOUR },
  { value: 'mild-boost', label: 'mild boost', bsfc: 0.6 * POUND_PER_HP_HOUR },
  { value: 'high-boost', label: 'high boost', bsfc: 0.65 * POUND_PER_HP_HOUR },
] as const;

const STAGES = ['brief'] as const;

/** What the fuel system has to deliver, at the hardest point of the pull. */
function Demand() {
  const doc = useDoc();
  const states = useStates();
  const format = useFormat();
  const pull = states.filter((s) => s.state.kind === 'pull');
  const peak = pull.reduce<(typeof pull)[number] | undefined>(
    (most, s) => (most && most.state.draw >= s.state.draw ? most : s),
    undefined,
  );
  const where = highPressurePumps(doc).length > 0 ? 'high-pressure pump' : 'rail';
  return (
    <StageHeadline
      stages={STAGES}
      sentence={
        peak?.values
          ? `${format('flow', peak.state.draw)} at the ${where}, at ${format('pressure', peak.values.least)}, at ${peak.state.rpm.toFixed(0)} rpm.`
          : 'Working out the demand…'
      }
      second="This is what the fuel system has to deliver; everything after is measured against it."
    />
  );
}

/** Limits of the shop that this job may have its own of. */
const LIMITS = ['stagingMargin', 'pumpDropV', 'rubberYears', 'injectionHoseYears'] as const;

export function BriefPage() {
  const doc = useDoc();
  return (
    <StageFrame
      aside={
        <>
          <DemandChart />
          <FindingsPanel stages={STAGES} />
        </>
      }
    >
      <Demand />
      <Block title="Job and vehicle">
        <PlanText path="/title" label="Job" max={120} min={1} />
        <PlanText path="/customer" label="Customer" max={120} />
        <PlanText path="/vehicle/description" label="Vehicle" max={200} />
        <PlanText path="/vehicle/engine" label="Engine" max={120} />
        <div className="col-span-full">
          <PlanText
            path="/vehicle/asFound"
            label="As found: existing lines identified, what stays, what was done before"
            max={2000}
            rows={2}
          />
        </div>
        <SameCar />
      </Block>
      <FuelBlock />
      <Block title="Engine and pull">
        <InductionChoice />
        <PlanQuantity path="/brief/bsfc" explain />
        {doc.brief.powerBasis === 'wheels' && <PlanQuantity path="/brief/drivetrainLoss" />}
        <FigureSources
          owner="/brief"
          keys={doc.brief.powerBasis === 'wheels' ? ['bsfc', 'drivetrainLoss'] : ['bsfc']}
        />
        <div className="col-span-full">
          <PullTable />
        </div>
        <PlanOptional
          path="/brief/laterPowerW"
          start={Math.max(...doc.brief.pull.map((p) => p.powerW)) * 1.25}
        />
      </Block>
      <Block title="What the plan is held against">
        <PlanQuantity path="/brief/designMargin" />
        {LIMITS.map((key) => (
          <PlanOptional key={key} path={`/brief/${key}`} />
        ))}
      </Block>
      <Block title="Pressure and injectors">
        <PlanQuantity path="/brief/basePressurePa" explain />
        <PlanQuantity path="/brief/injectors/count" />
        <PlanField path="/brief/injectors/existing" />
        <PlanQuantity path="/brief/injectors/staticFlowM3s" />
        <PlanQuantity path="/brief/injectors/ratedPa" />
        <PlanQuantity path="/brief/injectors/dutyLimit" />
        <PlanQuantity path="/brief/injectors/maxDifferentialPa" />
        <InjectorSheet />
        <InjectorLibrary />
        <PlanOptional path="/brief/controllerBasePa" start={doc.brief.basePressurePa} />
      </Block>
      <Block title="Idle and cruise">
        <PlanQuantity path="/brief/idle/rpm" />
        <PlanQuantity path="/brief/idle/manifoldPa" explain />
        <PlanQuantity path="/brief/idle/drawM3s" />
        <span />
        <PlanQuantity path="/brief/cruise/rpm" />
        <PlanQuantity path="/brief/cruise/manifoldPa" />
        <PlanQuantity path="/brief/cruise/drawM3s" />
      </Block>
      <Block title="Battery, charging and heat">
        <PlanQuantity path="/brief/electrical/batteryV" />
        <PlanQuantity path="/brief/electrical/chargingV" />
        <PlanQuantity path="/brief/electrical/sourceOhms" />
        <PlanQuantity path="/brief/electrical/engineBayK" />
        <PlanQuantity path="/brief/electrical/underBodyK" />
        <PlanQuantity path="/brief/electrical/cabinK" />
        <PlanQuantity path="/brief/barometricPa" />
        <PlanOptional path="/brief/electrical/alternatorIdleA" />
        <PlanOptional path="/brief/electrical/carLoadA" />
        <PlanOptional path="/brief/electrical/crankingA" />
        <PlanOptional path="/brief/electrical/crankingOhms" />
        <PlanField path="/brief/electrical/starterCable" />
        <PlanOptional path="/brief/electrical/starterCableM" />
        <FigureSources owner="/brief/electrical" />
      </Block>
    </StageFrame>
  );
}

function Block({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="mt-3 border-t-2 border-ink pt-2">
      <h3 className="headline mb-1 text-lg">{title}</h3>
      <div className="grid grid-cols-4 gap-x-3 gap-y-2 max-lg:grid-cols-3 max-md:grid-cols-1">{children}</div>
    </section>
  );
}

function FuelBlock() {
  const doc = useDoc();
  const { ethanol } = doc.brief.fuel;
  const chemistry = volumeRatio(doc.brief.fuel);
  const thumb = ruleOfThumbRatio(ethanol);
  return (
    <Block title="Fuel">
      <PlanQuantity path="/brief/fuel/ethanol" />
      <PlanQuantity path="/brief/fuelK" />
      <PlanQuantity path="/brief/fuel/rvpPa" />
      <FigureSources owner="/brief/fuel" />
      <p className="col-span-full text-sm text-soft">
        Needs <strong className="text-ink">{((chemistry - 1) * 100).toFixed(0)}% more volume</strong> than
        gasoline by chemistry at equal lambda; the rule of thumb says {((thumb - 1) * 100).toFixed(0)}%. The
        chemistry is used.
      </p>
    </Block>
  );
}

/** Choosing the induction sets the usual consumption with it; the figure stays open to change. */
function InductionChoice() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  return (
    <Choice
      label="Induction"
      value={doc.vehicle.induction}
      options={INDUCTION}
      disabled={readOnly}
      onChoose={(value) => {
        const { bsfc } = INDUCTION.find((i) => i.value === value)!;
        edit(
          { op: 'replace', path: '/vehicle/induction', value },
          { op: 'replace', path: '/brief/bsfc', value: bsfc },
          ...setOrigin(doc, '/brief/bsfc', bsfc, 'default'),
        );
      }}
    />
  );
}

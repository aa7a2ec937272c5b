import { fullSpeedAt } from '@venula/core/demand';
import {
  boostRule,
  dropRule,
  ruleOf,
  setRule,
  stagingThreshold,
  type ElementOf,
  type SpeedControl,
} from '@venula/core/document';
import { elementPath as at, fitPump } from '@venula/core/edit';
import { PUMPS, swapPump, USUAL_DRIVER, USUAL_SPEED } from '@venula/core/kinds';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../job-context.ts';
import { ThresholdField } from '../threshold-field.tsx';
import { PlanQuantity } from '../plan-fields.tsx';
import { PlanField, PlanForm } from '../plan-form.tsx';
import { Choice } from '../../ui/choice.tsx';
import { CurveDialog } from './curve-dialog.tsx';
import { OnePointDialog } from './one-point-dialog.tsx';

/** A pump: which, its curve, when it runs and how fast. */
export function PumpFields({
  id,
  pump,
  bare,
}: {
  readonly id: string;
  readonly pump: ElementOf<'pump'>;
  /** By itself, in no car. */
  readonly bare: boolean;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const own = pump.catalogueId === undefined || !(pump.catalogueId in PUMPS);
  return (
    <>
      {!bare && <PlanField path={at(id, 'name')} />}
      <Choice
        label="Pump"
        value={own ? 'own' : pump.catalogueId!}
        disabled={readOnly}
        options={[
          ...(own
            ? [{ value: 'own', label: pump.known === 'point' ? 'known by one point' : 'own curve' }]
            : []),
          ...Object.values(PUMPS).map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChoose={(key) => {
          if (key in PUMPS) edit(...fitPump(doc, id, swapPump(pump, key as keyof typeof PUMPS)));
        }}
      />
      <div className="flex gap-2">
        <CurveDialog id={id} pump={pump} />
        <OnePointDialog id={id} pump={pump} />
      </div>
      <PlanQuantity path={at(id, 'reliefPa')} />
      {!bare && (
        <>
          <WhenItRuns id={id} />
          <SpeedFields id={id} speed={pump.speed} />
          <DriverFields id={id} pump={pump} />
          <PlanQuantity path={at(id, 'elevationM')} />
        </>
      )}
      <PlanField path={at(id, 'inlet')} />
      <PlanField path={at(id, 'outlet')} />
      <PlanField path={at(id, 'outletCheck')} />
    </>
  );
}

/** Usual start of a staging threshold: 5 psi. */
const FIRST_THRESHOLD = 34_474;

/** Always, above a boost, or by the rule made for it in Wire: one and the same rule, told here in short. */
function WhenItRuns({ id }: { readonly id: string }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const { id: own } = ruleOf(doc, id);
  const threshold = stagingThreshold(doc, id);
  return (
    <>
      <Choice
        label="Runs"
        value={own === undefined ? 'always' : threshold ? 'staged' : 'rule'}
        disabled={readOnly}
        options={[
          { value: 'always', label: 'with the key on' },
          { value: 'staged', label: 'above a boost' },
          ...(own !== undefined && !threshold ? [{ value: 'rule', label: 'by its rule, see Wire' }] : []),
        ]}
        onChoose={(v) => {
          if (v === 'always') edit(...dropRule(doc, id));
          if (v === 'staged') edit(...setRule(doc, boostRule(id, FIRST_THRESHOLD)));
        }}
      />
      {threshold && <ThresholdField at={threshold} label="On at and above" />}
    </>
  );
}

/** On what its circuit gives, or driven by the engine's controller with the driver's limits. */
function DriverFields({ id, pump }: { readonly id: string; readonly pump: ElementOf<'pump'> }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const { driver, ...plain } = pump;
  const driven = driver !== undefined;
  return (
    <>
      <Choice
        label="Driven by"
        value={driven ? 'controller' : 'circuit'}
        disabled={readOnly}
        options={[
          { value: 'circuit', label: 'its circuit' },
          { value: 'controller', label: 'the engine’s controller' },
        ]}
        onChoose={(v) =>
          edit(...fitPump(doc, id, v === 'controller' ? { ...plain, driver: USUAL_DRIVER } : plain))
        }
      />
      {driven && <PlanForm owner={at(id, 'driver')} />}
    </>
  );
}

/** Sensor and controller map; with the one figure that follows from them: where full speed begins. */
function SpeedFields({ id, speed }: { readonly id: string; readonly speed: SpeedControl | undefined }) {
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const full = speed ? fullSpeedAt(speed) : 0;
  return (
    <>
      <Choice
        label="Speed"
        value={speed ? 'signal' : 'full'}
        disabled={readOnly}
        options={[
          { value: 'full', label: 'full' },
          { value: 'signal', label: 'by a 0–5 V signal' },
        ]}
        onChoose={(v) =>
          edit(
            v === 'signal'
              ? { op: 'add', path: at(id, 'speed'), value: USUAL_SPEED }
              : { op: 'remove', path: at(id, 'speed') },
          )
        }
      />
      {speed && (
        <>
          <PlanForm owner={at(id, 'speed')} />
          <p className="label self-end pb-2 text-sm">
            <strong>
              {Number.isFinite(full)
                ? `Full speed at ${format('pressure', full)}`
                : 'Full speed is never reached'}
            </strong>
          </p>
        </>
      )}
    </>
  );
}

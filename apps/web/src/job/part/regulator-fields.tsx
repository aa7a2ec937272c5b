import type { ElementOf } from '@venula/core/document';
import { elementPath as at } from '@venula/core/edit';
import { REGULATOR_CLASS_IDS, REGULATORS } from '@venula/core/kinds';
import { useJob, useOpenJob } from '../job-context.ts';
import { PlanOptional, PlanQuantity } from '../plan-fields.tsx';
import { Choice } from '../../ui/choice.tsx';

type Regulator = ElementOf<'bypass-regulator' | 'blocking-regulator'>;

/** The size of the seat: flow coefficient and rise with flow go together. */
export function SeatChoice({ id, regulator }: { readonly id: string; readonly regulator: Regulator }) {
  const { edit, readOnly } = useOpenJob();
  const known = REGULATOR_CLASS_IDS.find((c) => REGULATORS[c].cv === regulator.cv);
  return (
    <Choice
      label="Seat"
      value={known ?? 'own'}
      disabled={readOnly}
      options={[
        ...(known ? [] : [{ value: 'own', label: `Cv ${regulator.cv}` }]),
        ...REGULATOR_CLASS_IDS.map((c) => ({ value: c, label: REGULATORS[c].name })),
      ]}
      onChoose={(c) => {
        const size = REGULATOR_CLASS_IDS.find((k) => k === c);
        if (!size) return;
        edit(
          { op: 'replace', path: at(id, 'cv'), value: REGULATORS[size].cv },
          { op: 'replace', path: at(id, 'droop'), value: REGULATORS[size].droop },
        );
      }}
    />
  );
}

/** Set to the base pressure of the brief, unless it has a setting of its own. */
export function SetPressure({ id, regulator }: { readonly id: string; readonly regulator: Regulator }) {
  const base = useJob((job) => job.doc.brief.basePressurePa);
  return (
    <>
      {regulator.setPa === undefined && (
        <PlanQuantity path="/brief/basePressurePa" label="Set to, engine off" />
      )}
      <PlanOptional path={at(id, 'setPa')} start={base} />
    </>
  );
}

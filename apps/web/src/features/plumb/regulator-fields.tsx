import type { ElementOf } from '@venula/core/document';
import { elementPath as at } from '@venula/core/edit';
import { REGULATOR_CLASS_IDS, REGULATORS } from '@venula/core/kinds';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { PlanOptional, PlanQuantity } from '../../job/plan-fields.tsx';
import { Choice } from '../../ui/choice.tsx';

/** A regulator: seat, reference, what it is set to. */
export function RegulatorFields({
  id,
  regulator,
}: {
  readonly id: string;
  readonly regulator: ElementOf<'bypass-regulator' | 'blocking-regulator'>;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const known = REGULATOR_CLASS_IDS.find((c) => REGULATORS[c].cv === regulator.cv);
  return (
    <>
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
      <Choice
        label="Manifold reference"
        value={regulator.referenced ? 'yes' : 'no'}
        disabled={readOnly}
        options={[
          { value: 'yes', label: 'connected, 1:1' },
          { value: 'no', label: 'open to air' },
        ]}
        onChoose={(v) => edit({ op: 'replace', path: at(id, 'referenced'), value: v === 'yes' })}
      />
      {regulator.setPa === undefined && (
        <PlanQuantity path="/brief/basePressurePa" label="Set to, engine off" />
      )}
      <PlanOptional
        path={at(id, 'setPa')}
        label="Its own setting"
        start={doc.brief.basePressurePa}
        absent="base pressure"
      />
    </>
  );
}

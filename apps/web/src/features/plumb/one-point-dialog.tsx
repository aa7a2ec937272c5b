import type { ElementOf } from '@venula/core/document';
import { pumpFigures, pumpFromPoint, type PumpType } from '@venula/core/kinds';
import { useState } from 'react';
import { useOpenJob } from '../../job/job-context.ts';
import { Choice } from '../../ui/choice.tsx';
import { FormDialog } from '../../ui/form-dialog.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';

const TYPES: readonly { readonly value: PumpType; readonly label: string }[] = [
  { value: 'turbine', label: 'turbine, brushed' },
  { value: 'positive-displacement', label: 'gerotor, gear or roller, brushed' },
  { value: 'brushless', label: 'brushless' },
];

/** All that is known is one point on a label: the usual curve of that type is drawn through it. */
export function OnePointDialog({ id, pump }: { readonly id: string; readonly pump: ElementOf<'pump'> }) {
  const { edit, readOnly } = useOpenJob();
  const [open, setOpen] = useState(false);
  const [type, setType] = useState<PumpType>(pump.type);
  const [flow, setFlow] = useState(9.44e-5);
  const [pressure, setPressure] = useState(275_790);
  const [volts, setVolts] = useState(13.5);
  const model = pumpFromPoint({ type, flow, pressure, volts });
  const use = () => {
    if (!model) return;
    const { catalogueId: _from, moreCurves: _more, ...rest } = pump;
    edit({
      op: 'replace',
      path: `/plumbing/elements/${id}`,
      value: { ...rest, ...pumpFigures(model), known: 'point' },
    });
    setOpen(false);
  };
  return (
    <FormDialog
      open={open}
      onOpen={setOpen}
      trigger="One point…"
      title={`${pump.name}: one point is known`}
      how="Flow at a pressure and volts, as on its label. The rest of the curve is the usual one of its type: good for a start, held good to ±15 % only. A maker’s curve is better."
      use="Use this point"
      ready={model !== null}
      readOnly={readOnly}
      onUse={use}
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice label="Type" value={type} options={TYPES} onChoose={setType} />
        <QuantityField
          label="Flow"
          dimension="flow"
          value={flow}
          range={{ min: 1e-6, max: 2e-3 }}
          onCommit={setFlow}
        />
        <QuantityField
          label="at a pressure of"
          dimension="pressure"
          value={pressure}
          range={{ min: 0, max: 1.5e6 }}
          onCommit={setPressure}
        />
        <QuantityField
          label="and volts at the pump"
          dimension="volts"
          value={volts}
          range={{ min: 8, max: 30 }}
          onCommit={setVolts}
        />
      </div>
      {!model && (
        <p role="alert" className="mt-2 text-sm font-semibold text-stop">
          No pump of this type delivers anything at that pressure and volts: check the unit, or the type.
        </p>
      )}
    </FormDialog>
  );
}

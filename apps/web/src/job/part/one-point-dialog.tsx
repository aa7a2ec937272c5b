import type { ElementOf } from '@venula/core/document';
import { fitPump } from '@venula/core/edit';
import { POINT_FIELDS, pumpFigures, pumpFromPoint, type PumpType } from '@venula/core/kinds';
import { useState } from 'react';
import { useDoc, useOpenJob } from '../job-context.ts';
import { choice, FieldList, type Asked } from '../../ui/field-list.tsx';
import { FormDialog } from '../../ui/form-dialog.tsx';

interface Point {
  readonly type: PumpType;
  readonly flow: number;
  readonly pressure: number;
  readonly volts: number;
}

const ASKED: readonly Asked<Point>[] = [
  choice<Point, 'type'>('type', 'Type', [
    { value: 'turbine', label: 'turbine, brushed' },
    { value: 'positive-displacement', label: 'gerotor, gear or roller, brushed' },
    { value: 'brushless', label: 'brushless' },
  ]),
  { key: 'flow', field: POINT_FIELDS.flow },
  { key: 'pressure', field: POINT_FIELDS.pressure },
  { key: 'volts', field: POINT_FIELDS.volts },
];

/** All that is known is one point on a label: the usual curve of that type is drawn through it. */
export function OnePointDialog({ id, pump }: { readonly id: string; readonly pump: ElementOf<'pump'> }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const [open, setOpen] = useState(false);
  const [point, setPoint] = useState<Point>({
    type: pump.type,
    flow: POINT_FIELDS.flow.usual,
    pressure: POINT_FIELDS.pressure.usual,
    volts: POINT_FIELDS.volts.usual,
  });
  const model = pumpFromPoint(point);
  const use = () => {
    if (!model) return;
    const { catalogueId: _from, moreCurves: _more, ...rest } = pump;
    edit(...fitPump(doc, id, { ...rest, ...pumpFigures(model), known: 'point' }));
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
        <FieldList asked={ASKED} values={point} onChange={setPoint} />
      </div>
      {!model && (
        <p role="alert" className="mt-2 text-sm font-semibold text-stop">
          No pump of this type delivers anything at that pressure and volts: check the unit, or the type.
        </p>
      )}
    </FormDialog>
  );
}

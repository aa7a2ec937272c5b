import { moveThreshold, type Threshold } from '@venula/core/document';
import { QuantityField } from '../ui/quantity-field.tsx';
import { useDoc, useOpenJob } from './job-context.ts';

const BOOST_RANGE = { min: -100e3, max: 500e3 };

/** The boost a pump comes in at: its release point moves along, and so does a switch that is drawn. */
export function ThresholdField({ at, label }: { readonly at: Threshold; readonly label: string }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  return (
    <QuantityField
      label={label}
      dimension="pressure"
      value={at.term.above}
      range={BOOST_RANGE}
      disabled={readOnly}
      onCommit={(above) => edit(...moveThreshold(doc, at, above))}
    />
  );
}

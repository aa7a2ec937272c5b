import type { Range } from '@venula/core/quantities';
import { QuantityField } from '../../ui/quantity-field.tsx';

/** The gauge a hold is read on: how far it goes, and the steps it shows. */
export function GaugeFields({
  most,
  range,
  step,
  onMost,
  onStep,
}: {
  /** Full scale, Pa, and between what that may lie. */
  readonly most: number;
  readonly range: Range;
  /** Pa. */
  readonly step: number;
  readonly onMost: (pa: number) => void;
  readonly onStep: (pa: number) => void;
}) {
  return (
    <>
      <QuantityField
        label="Gauge reads up to"
        dimension="pressure"
        value={most}
        range={range}
        onCommit={onMost}
      />
      <QuantityField
        label="Gauge shows steps of"
        dimension="pressure"
        value={step}
        range={{ min: 1, max: 50e3 }}
        onCommit={onStep}
      />
    </>
  );
}

import { LONGEST_PIECE, ROLL_LIMITS, type HoseSold } from '@venula/core/document';
import { LengthListField } from './length-list-field.tsx';
import { QuantityField } from './quantity-field.tsx';

/** How hose is bought: roll lengths, else by the foot up to the longest single piece. */
export function HoseSoldFields({
  value,
  disabled,
  onChange,
}: {
  readonly value: HoseSold;
  readonly disabled?: boolean;
  readonly onChange: (change: Partial<HoseSold>) => void;
}) {
  return (
    <div className="grid max-w-[640px] grid-cols-2 gap-4 max-md:grid-cols-1">
      <LengthListField
        label="Roll lengths, with commas"
        values={value.rollsM}
        range={ROLL_LIMITS}
        absent="none: by the foot or half meter"
        disabled={disabled ?? false}
        onCommit={(rollsM) => onChange({ rollsM: [...new Set(rollsM)].sort((a, b) => a - b).slice(0, 8) })}
      />
      <QuantityField
        label={LONGEST_PIECE.label}
        dimension="length"
        value={value.longestM}
        range={LONGEST_PIECE}
        disabled={disabled ?? false}
        onCommit={(longestM) => onChange({ longestM })}
      />
    </div>
  );
}

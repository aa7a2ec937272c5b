import type { TapeUnit } from './tape-unit.ts';

/** One touch from inches to feet and back, at the end of a field. */
export function TapeSwitch({
  label,
  unit,
  disabled,
  onSwitch,
}: {
  readonly label: string;
  readonly unit: TapeUnit;
  readonly disabled: boolean;
  readonly onSwitch: () => void;
}) {
  return (
    <button
      type="button"
      className="btn min-w-[48px] px-2"
      disabled={disabled}
      aria-label={`${label}: shown in ${unit === 'in' ? 'inches, switch to feet' : 'feet, switch to inches'}`}
      onClick={onSwitch}
    >
      {unit}
    </button>
  );
}

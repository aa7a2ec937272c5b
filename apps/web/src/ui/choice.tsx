import { useId } from 'react';

export interface ChoiceProps<T extends string | number> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly disabled?: boolean;
  readonly bare?: boolean;
  readonly onChoose: (value: T) => void;
}

export function Choice<T extends string | number>({
  label,
  value,
  options,
  disabled,
  bare,
  onChoose,
}: ChoiceProps<T>) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={bare ? 'sr-only' : 'label mb-0.5 block text-sm text-soft'}>
        {label}
      </label>
      <select
        id={id}
        className="field"
        disabled={disabled}
        value={String(value)}
        onChange={(e) => {
          const chosen = options.find((o) => String(o.value) === e.target.value);
          if (chosen) onChoose(chosen.value);
        }}
      >
        {options.map((o) => (
          <option key={String(o.value)} value={String(o.value)}>
            {o.label}
          </option>
        ))}
      </select>
    </div>
  );
}

import { fieldText, parseQuantities, type Range } from '@venula/core/quantities';
import type { InputError } from '@venula/core/outcome';
import { useState } from 'react';
import { useSettings } from '../app/settings.ts';
import { FieldInput } from './field-input.tsx';

/** Several lengths in one field, with commas. What is wrong stays in the field with the reason under it. */
export function LengthListField({
  label,
  values,
  range,
  absent,
  disabled,
  onCommit,
}: {
  readonly label: string;
  /** m. */
  readonly values: readonly number[];
  /** Of each, m. */
  readonly range: Range;
  /** Placeholder of the empty field. */
  readonly absent?: string;
  readonly disabled?: boolean;
  readonly onCommit: (values: number[]) => void;
}) {
  const { units } = useSettings();
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<InputError | null>(null);
  const atRest = values.map((v) => fieldText('length', v, units)).join(', ');
  const reset = () => {
    setTyped(null);
    setRefused(null);
  };
  const take = (text: string) => {
    const read = parseQuantities('length', text, units, range);
    if (!read.ok) {
      setTyped(text);
      setRefused(read.errors[0]!);
      return;
    }
    reset();
    onCommit(read.value);
  };
  const commit = () => {
    if (typed === null) return;
    if (typed === atRest) reset();
    else take(typed);
  };
  return (
    <FieldInput
      label={label}
      text={typed ?? atRest}
      invalid={refused !== null}
      error={refused ? `${refused.message}: ${refused.remedy}.` : ''}
      meant={refused?.meant ?? []}
      onMeant={take}
      placeholder={absent}
      disabled={disabled}
      onText={setTyped}
      onLeave={commit}
      onKey={(key) => {
        if (key === 'Enter') commit();
        if (key === 'Escape') reset();
      }}
    />
  );
}

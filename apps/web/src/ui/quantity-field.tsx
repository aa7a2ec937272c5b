import {
  fieldText,
  inchesText,
  isUs,
  parseQuantity,
  type Dimension,
  type Range,
} from '@venula/core/quantities';
import type { InputError } from '@venula/core/outcome';
import { useState } from 'react';
import { useSettings } from '../app/settings.ts';
import { FieldInput } from './field-input.tsx';
import { TapeSwitch } from './tape-switch.tsx';
import { useTapeUnit } from './tape-unit.ts';

export interface QuantityFieldProps {
  readonly label: string;
  readonly dimension: Dimension;
  /** SI; undefined: not entered yet, the field is empty. */
  readonly value: number | undefined;
  /** Placeholder of the empty field. */
  readonly absent?: string | undefined;
  readonly range?: Range | undefined;
  readonly disabled?: boolean;
  readonly hint?: string;
  /** Enter hands the figure over even where it is unchanged: it confirms a starting figure. */
  readonly confirms?: boolean;
  /** Hides the label from sight where a table's heading says it. */
  readonly bare?: boolean;
  /** @param typed the words it was read from */
  readonly onCommit: (value: number, typed: string) => void;
}

/**
 * Takes a quantity as people type it and hands over SI. What is wrong stays in the field with the reason under it and
 * is never handed over, so nothing else is lost.
 */
export function QuantityField({
  label,
  dimension,
  value,
  range,
  disabled,
  hint,
  bare,
  absent,
  confirms,
  onCommit,
}: QuantityFieldProps) {
  const { units } = useSettings();
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<InputError | null>(null);
  // As typed, or as an instrument reads it; the value itself is untouched until something else is typed.
  const [tape, switchTape] = useTapeUnit();
  const taped = dimension === 'tape' && isUs(units);
  const read = taped && tape === 'ft' ? 'length' : dimension;
  const atRest =
    value === undefined ? '' : taped && tape === 'in' ? inchesText(value) : fieldText(read, value, units);
  const shown = typed ?? atRest;

  const commit = () => {
    if (typed === null) return;
    if (typed === atRest) return reset();
    take(typed);
  };
  const take = (text: string) => {
    const taken = parseQuantity(read, text, units, range);
    if (!taken.ok) {
      setTyped(text);
      setRefused(taken.errors[0]!);
      return;
    }
    reset();
    onCommit(taken.value, text);
  };
  const reset = () => {
    setTyped(null);
    setRefused(null);
  };

  return (
    <FieldInput
      label={label}
      bare={bare}
      text={shown}
      invalid={refused !== null}
      error={refused ? `${refused.message}: ${refused.remedy}.` : ''}
      meant={refused?.meant ?? []}
      onMeant={take}
      hint={hint}
      placeholder={absent}
      disabled={disabled}
      behind={
        taped && !bare ? (
          <TapeSwitch label={label} unit={tape} disabled={disabled ?? false} onSwitch={switchTape} />
        ) : undefined
      }
      selectAll
      onText={setTyped}
      onLeave={commit}
      onKey={(key) => {
        if (key === 'Enter' && confirms && value !== undefined && (typed ?? atRest) === atRest)
          onCommit(value, atRest);
        else if (key === 'Enter') commit();
        if (key === 'Escape') reset();
      }}
    />
  );
}

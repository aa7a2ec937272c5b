import { farOff, isUs, parseQuantity, type Dimension, type Range } from '@venula/core/quantities';
import { useState } from 'react';
import { useSettings } from '../app/settings.ts';
import { FieldInput } from './field-input.tsx';
import { TapeSwitch } from './tape-switch.tsx';
import { useTapeUnit } from './tape-unit.ts';

/**
 * A field for what an instrument shows: empty until somebody types, and nothing is handed over but what is understood and on
 * the instrument. What was read before stands behind it in gray, never in it.
 */
export function ReadingField({
  label,
  dimension,
  range,
  start = '',
  before,
  expected = 0,
  onRead,
}: {
  readonly label: string;
  readonly dimension: Dimension;
  readonly range: Range;
  /** Text to begin with: only where it is a reading to be corrected. */
  readonly start?: string;
  /** The reading before, in words. */
  readonly before?: string;
  /** What it should come to, SI; 0: nothing is. A figure a thousand times off is asked about before it is handed over. */
  readonly expected?: number;
  /** What is typed now, SI; null while it is empty or not understood. */
  readonly onRead: (value: number | null) => void;
}) {
  const { units } = useSettings();
  const [tape, switchTape] = useTapeUnit();
  const taped = dimension === 'tape' && isUs(units);
  const shown = taped && tape === 'ft' ? 'length' : dimension;
  const [typed, setTyped] = useState(start);
  const [left, setLeft] = useState(false);
  const [sure, setSure] = useState<string | null>(null);
  const reads = (text: string, certain = sure) => {
    if (text.trim() === '') return null;
    const read = parseQuantity(shown, text, units, range);
    return read.ok && text !== certain
      ? (farOff(dimension, text, read.value, expected, units) ?? read)
      : read;
  };
  const read = reads(typed);
  const first = read && !read.ok ? read.errors[0] : undefined;
  const take = (text: string, certain: string | null) => {
    setTyped(text);
    setSure(certain);
    const now = reads(text, certain);
    onRead(now?.ok ? now.value : null);
  };
  const onText = (text: string) => take(text, null);
  return (
    <FieldInput
      label={label}
      text={typed}
      invalid={first !== undefined}
      error={left && first ? `${first.message}: ${first.remedy}.` : ''}
      meant={first?.meant ?? []}
      onMeant={(text) => take(text, text)}
      behind={
        taped ? <TapeSwitch label={label} unit={tape} disabled={false} onSwitch={switchTape} /> : undefined
      }
      placeholder={before ? `last ${before}` : ''}
      onText={onText}
      onLeave={() => setLeft(true)}
    />
  );
}

import { parseQuantity, type Dimension, type Range } from '@venula/core/quantities';
import { useState } from 'react';
import { useSettings } from '../app/settings.ts';
import { FieldInput } from './field-input.tsx';

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
  onRead,
}: {
  readonly label: string;
  readonly dimension: Dimension;
  readonly range: Range;
  /** Text to begin with: only where it is a reading to be corrected. */
  readonly start?: string;
  /** The reading before, in words. */
  readonly before?: string;
  /** What is typed now, SI; null while it is empty or not understood. */
  readonly onRead: (value: number | null) => void;
}) {
  const { units } = useSettings();
  const [typed, setTyped] = useState(start);
  const [left, setLeft] = useState(false);
  const reads = (text: string) => (text.trim() === '' ? null : parseQuantity(dimension, text, units, range));
  const read = reads(typed);
  const first = read && !read.ok ? read.errors[0] : undefined;
  const onText = (text: string) => {
    setTyped(text);
    const now = reads(text);
    onRead(now?.ok ? now.value : null);
  };
  return (
    <FieldInput
      label={label}
      text={typed}
      invalid={first !== undefined}
      error={left && first ? `${first.message}: ${first.remedy}.` : ''}
      meant={first?.meant ?? []}
      onMeant={onText}
      placeholder={before ? `last ${before}` : ''}
      onText={onText}
      onLeave={() => setLeft(true)}
    />
  );
}

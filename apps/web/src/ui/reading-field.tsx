import { parseQuantity, type Dimension, type Range } from '@venula/core';
import { useId, useState } from 'react';
import { useSettings } from '../app/settings.ts';

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
  const id = useId();
  const [typed, setTyped] = useState(start);
  const [left, setLeft] = useState(false);
  const read = typed.trim() === '' ? null : parseQuantity(dimension, typed, units, range);
  const error = left && read && !read.ok ? `${read.errors[0]!.message}: ${read.errors[0]!.remedy}.` : '';
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="label mb-0.5 block text-sm text-soft">
        {label}
      </label>
      <input
        id={id}
        className="field"
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        value={typed}
        placeholder={before ? `last ${before}` : ''}
        aria-invalid={read !== null && !read.ok}
        aria-describedby={error ? `${id}-more` : undefined}
        onChange={(e) => {
          const text = e.target.value;
          setTyped(text);
          const now = text.trim() === '' ? null : parseQuantity(dimension, text, units, range);
          onRead(now?.ok ? now.value : null);
        }}
        onBlur={() => setLeft(true)}
      />
      {error && (
        <p id={`${id}-more`} role="alert" className="mt-0.5 text-xs font-semibold text-stop">
          {error}
        </p>
      )}
    </div>
  );
}

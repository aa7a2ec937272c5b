import { fieldRange, valueAt } from '@venula/core/formats';
import type { Dimension } from '@venula/core/quantities';
import { Choice } from '../ui/choice.tsx';
import { QuantityField } from '../ui/quantity-field.tsx';
import { TextField } from '../ui/text-field.tsx';
import { useJob } from './job-context.ts';

/** Fields bound to a place in the plan by its JSON Pointer: value, range and change all come from there. */
export function PlanQuantity({
  path,
  label,
  dimension,
  hint,
  bare,
}: {
  readonly path: string;
  readonly label: string;
  readonly dimension: Dimension;
  readonly hint?: string;
  readonly bare?: boolean;
}) {
  const { doc, edit, readOnly } = useJob();
  return (
    <QuantityField
      label={label}
      dimension={dimension}
      value={valueAt(doc, path) as number}
      range={fieldRange(doc, path)}
      disabled={readOnly}
      {...(hint ? { hint } : {})}
      {...(bare ? { bare } : {})}
      onCommit={(value) => edit({ op: 'replace', path, value })}
    />
  );
}

export function PlanChoice<T extends string | number>({
  path,
  label,
  options,
  bare,
}: {
  readonly path: string;
  readonly label: string;
  readonly bare?: boolean;
  readonly options: readonly { readonly value: T; readonly label: string }[];
}) {
  const { doc, edit, readOnly } = useJob();
  return (
    <Choice
      label={label}
      value={valueAt(doc, path) as T}
      options={options}
      disabled={readOnly}
      {...(bare ? { bare } : {})}
      onChoose={(value) => edit({ op: 'replace', path, value })}
    />
  );
}

export function PlanText({
  path,
  label,
  max,
  min,
  rows,
}: {
  readonly path: string;
  readonly label: string;
  readonly max: number;
  readonly min?: number;
  readonly rows?: number;
}) {
  const { doc, edit, readOnly } = useJob();
  return (
    <TextField
      label={label}
      value={valueAt(doc, path) as string}
      max={max}
      disabled={readOnly}
      {...(min ? { min } : {})}
      {...(rows ? { rows } : {})}
      onCommit={(value) => edit({ op: 'replace', path, value })}
    />
  );
}

/** A figure the plan may do without: absent in words, with a key to give it one or to drop it again. */
export function PlanOptional({
  path,
  label,
  dimension,
  start,
  absent,
}: {
  readonly path: string;
  readonly label: string;
  readonly dimension: Dimension;
  /** Value it starts from, SI. */
  readonly start: number;
  /** What its absence means, in words. */
  readonly absent: string;
}) {
  const { doc, edit, readOnly } = useJob();
  const value = valueAt(doc, path) as number | undefined;
  if (value === undefined) {
    return (
      <div>
        <span className="label mb-0.5 block text-sm text-soft">{label}</span>
        <button
          type="button"
          className="btn w-full justify-between"
          disabled={readOnly}
          aria-label={`${label}: ${absent}. Give another`}
          onClick={() => edit({ op: 'add', path, value: start })}
        >
          <span className="text-soft">{absent}</span> set
        </button>
      </div>
    );
  }
  return (
    <div className="flex items-end gap-1">
      <div className="grow">
        <PlanQuantity path={path} label={label} dimension={dimension} />
      </div>
      <button
        type="button"
        className="btn px-2"
        disabled={readOnly}
        aria-label={`${label}: back to ${absent}`}
        onClick={() => edit({ op: 'remove', path })}
      >
        ×
      </button>
    </div>
  );
}

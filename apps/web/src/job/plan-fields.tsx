import { typeFigure } from '@venula/core/edit';
import { fieldAt, valueAt } from '@venula/core/formats';
import { Choice } from '../ui/choice.tsx';
import { QuantityField } from '../ui/quantity-field.tsx';
import { TextField } from '../ui/text-field.tsx';
import { useDoc, useOpenJob } from './job-context.ts';

/**
 * Fields bound to a place in the plan by its JSON Pointer: value, label, unit, range, reason and change all come from there.
 * What is typed is marked as typed.
 */
export function PlanQuantity({
  path,
  label,
  explain,
  bare,
}: {
  readonly path: string;
  /** Where the place on the page asks for other words than the plan has. */
  readonly label?: string;
  /** Shows what the figure does, or where the usual one comes from. */
  readonly explain?: boolean;
  readonly bare?: boolean;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const field = fieldAt(doc, path);
  if (!field) return null;
  return (
    <QuantityField
      label={label ?? field.label}
      dimension={field.dimension}
      value={valueAt(doc, path) as number}
      range={field}
      disabled={readOnly}
      {...(explain && field.why ? { hint: field.why } : {})}
      {...(bare ? { bare } : {})}
      onCommit={(value) => edit(...typeFigure(doc, path, value))}
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
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
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
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
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
  start,
  absent,
}: {
  readonly path: string;
  readonly label?: string;
  /** Value it starts from, SI; the usual one where not given. */
  readonly start?: number;
  /** What its absence means, in words. */
  readonly absent: string;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const field = fieldAt(doc, path);
  if (!field) return null;
  const words = label ?? field.label;
  if (valueAt(doc, path) === undefined) {
    return (
      <div>
        <span className="label mb-0.5 block text-sm text-soft">{words}</span>
        <button
          type="button"
          className="btn w-full justify-between"
          disabled={readOnly}
          aria-label={`${words}: ${absent}. Give another`}
          onClick={() => edit({ op: 'add', path, value: start ?? field.usual ?? field.min })}
        >
          <span className="text-soft">{absent}</span> set
        </button>
      </div>
    );
  }
  return (
    <div className="flex items-end gap-1">
      <div className="grow">
        <PlanQuantity path={path} label={words} />
      </div>
      <button
        type="button"
        className="btn px-2"
        disabled={readOnly}
        aria-label={`${words}: back to ${absent}`}
        onClick={() => edit({ op: 'remove', path })}
      >
        ×
      </button>
    </div>
  );
}

import { typeFigure, typePower } from '@venula/core/edit';
import { fieldAt, valueAt } from '@venula/core/formats';
import { useFormat } from '../app/settings.ts';
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
      onCommit={(value, typed) =>
        edit(
          ...(field.dimension === 'power'
            ? typePower(doc, path, value, typed)
            : typeFigure(doc, path, value)),
        )
      }
    />
  );
}

/** A number; one that comes in sizes is picked from them, with the one that stands there where it is none of them. */
export function PlanNumber({ path, label }: { readonly path: string; readonly label?: string }) {
  const doc = useDoc();
  const format = useFormat();
  const { edit, readOnly } = useOpenJob();
  const field = fieldAt(doc, path);
  if (!field?.sizes) return <PlanQuantity path={path} {...(label ? { label } : {})} />;
  const value = valueAt(doc, path) as number;
  const sizes = [...new Set([...field.sizes, value])].sort((a, b) => a - b);
  return (
    <Choice
      label={label ?? field.label}
      value={value}
      options={sizes.map((v) => ({ value: v, label: format(field.dimension, v, v % 1 === 0 ? 0 : 1) }))}
      disabled={readOnly}
      onChoose={(chosen) => edit(...typeFigure(doc, path, chosen))}
    />
  );
}

export function PlanChoice({
  path,
  label,
  options,
  absent,
  bare,
}: {
  readonly path: string;
  readonly label: string;
  readonly bare?: boolean;
  readonly options: readonly { readonly value: string | number; readonly label: string }[];
  /** What leaving it out is called, where it may be. */
  readonly absent?: string;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const given = valueAt(doc, path) as string | number | undefined;
  // Left out, it is as the first one says.
  const all = absent === undefined ? options : [{ value: '', label: absent }, ...options];
  return (
    <Choice
      label={label}
      value={given ?? all[0]!.value}
      options={all}
      disabled={readOnly}
      {...(bare ? { bare } : {})}
      onChoose={(chosen) => {
        if (chosen !== '') edit({ op: 'add', path, value: chosen });
        else if (given !== undefined) edit({ op: 'remove', path });
      }}
    />
  );
}

export function PlanFlag({
  path,
  label,
  yes,
  no,
}: {
  readonly path: string;
  readonly label: string;
  readonly yes: string;
  readonly no: string;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  return (
    <Choice
      label={label}
      value={valueAt(doc, path) === true ? 'yes' : 'no'}
      options={[
        { value: 'yes', label: yes },
        { value: 'no', label: no },
      ]}
      disabled={readOnly}
      onChoose={(chosen) => edit({ op: 'add', path, value: chosen === 'yes' })}
    />
  );
}

export function PlanText({
  path,
  label,
  max,
  min,
  rows,
  optional,
}: {
  readonly path: string;
  readonly label: string;
  readonly max: number;
  readonly min?: number;
  readonly rows?: number;
  /** Empty takes it away. */
  readonly optional?: boolean;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const value = valueAt(doc, path) as string | undefined;
  const put = (next: string): void => {
    if (next !== '' || !optional) edit({ op: 'add', path, value: next });
    else if (value !== undefined) edit({ op: 'remove', path });
  };
  return (
    <TextField
      label={label}
      value={value ?? ''}
      max={max}
      disabled={readOnly}
      {...(min && !optional ? { min } : {})}
      {...(rows ? { rows } : {})}
      onCommit={put}
    />
  );
}

/** A figure the plan may do without: absent in words, with a key to give it one or to drop it again. */
export function PlanOptional({
  path,
  label,
  start,
}: {
  readonly path: string;
  readonly label?: string;
  /** Value it starts from, SI; the usual one where not given. */
  readonly start?: number;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const field = fieldAt(doc, path);
  if (!field) return null;
  const words = label ?? field.label;
  const absent = field.absent ?? 'not given';
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
    <div className="flex items-end gap-2">
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

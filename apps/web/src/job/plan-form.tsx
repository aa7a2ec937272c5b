import { formAt, type FormField } from '@venula/core/formats';
import { Fragment, type ReactNode } from 'react';
import { useDoc } from './job-context.ts';
import { PlanChoice, PlanFlag, PlanNumber, PlanOptional, PlanText } from './plan-fields.tsx';

/**
 * Everything that can be asked of a part, piece, load or drawn part, from its description in the core: a field that is added
 * there stands here by itself.
 * @param own what is shown in the place of a field: another control, or nothing
 */
export function PlanForm({
  owner,
  own = {},
}: {
  /** JSON Pointer to what is asked about. */
  readonly owner: string;
  readonly own?: Readonly<Record<string, ReactNode>>;
}) {
  const doc = useDoc();
  return formAt(doc, owner).map((field) => (
    <Fragment key={field.key}>
      {field.key in own ? own[field.key] : <Field path={`${owner}/${field.key}`} field={field} />}
    </Fragment>
  ));
}

/** One of them, where the page puts fields in an order of its own. */
export function PlanField({ path, label }: { readonly path: string; readonly label?: string }) {
  const doc = useDoc();
  const cut = path.lastIndexOf('/');
  const field = formAt(doc, path.slice(0, cut)).find((f) => f.key === path.slice(cut + 1));
  return field && <Field path={path} field={label ? { ...field, label } : field} />;
}

function Field({ path, field }: { readonly path: string; readonly field: FormField }) {
  switch (field.as) {
    case 'number':
      return field.optional ? <PlanOptional path={path} /> : <PlanNumber path={path} />;
    case 'choice':
      return (
        <PlanChoice
          path={path}
          label={field.label}
          options={field.options}
          {...(field.absent === undefined ? {} : { absent: field.absent })}
        />
      );
    case 'flag':
      return <PlanFlag path={path} label={field.label} yes={field.yes} no={field.no} />;
    case 'text':
      return (
        <PlanText path={path} label={field.label} min={field.min} max={field.max} optional={field.optional} />
      );
    case 'other':
      return null;
  }
}

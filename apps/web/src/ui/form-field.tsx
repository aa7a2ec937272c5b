import { useId, type ComponentProps } from 'react';

/** A line of a form that is sent as a whole: what the server says of it stands beneath. */
export function FormField({
  label,
  error,
  hint,
  ...input
}: Omit<ComponentProps<'input'>, 'id' | 'className'> & {
  readonly label: string;
  readonly error?: string | undefined;
  readonly hint?: string | undefined;
}) {
  const id = useId();
  const more = error ?? hint;
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="label mb-0.5 block text-sm text-soft">
        {label}
      </label>
      <input
        {...input}
        id={id}
        className="field"
        aria-invalid={error !== undefined}
        aria-describedby={more ? `${id}-more` : undefined}
      />
      {more && (
        <p
          id={`${id}-more`}
          role={error ? 'alert' : undefined}
          className={`mt-0.5 text-sm ${error ? 'font-semibold text-stop' : 'text-soft'}`}
        >
          {more}
        </p>
      )}
    </div>
  );
}

/** What stands in the fields of a form, by their names. */
export const formTexts = (form: HTMLFormElement): Readonly<Record<string, string>> =>
  Object.fromEntries(
    [...new FormData(form)].map(([key, value]) => [key, typeof value === 'string' ? value : '']),
  );

import { useId, type KeyboardEvent, type ReactNode } from 'react';
import { LabelledField } from './explained.tsx';

/** A labelled line of text with what is wrong with it, or a hint, beneath: what every field for a quantity looks like. */
export function FieldInput({
  label,
  bare,
  text,
  invalid,
  error,
  meant = [],
  hint,
  placeholder,
  disabled,
  selectAll,
  behind,
  onText,
  onLeave,
  onKey,
  onMeant,
}: {
  readonly label: string;
  /** Hides the label from sight where a table's heading says it. */
  readonly bare?: boolean | undefined;
  readonly text: string;
  readonly invalid: boolean;
  readonly error: string;
  /** What was probably meant: a tap takes it. */
  readonly meant?: readonly string[];
  readonly hint?: string | undefined;
  readonly placeholder?: string | undefined;
  readonly disabled?: boolean | undefined;
  readonly selectAll?: boolean;
  /** Control shown beside the field, on the same line. */
  readonly behind?: ReactNode;
  readonly onText: (text: string) => void;
  readonly onLeave: () => void;
  readonly onKey?: (key: string) => void;
  readonly onMeant?: (text: string) => void;
}) {
  const id = useId();
  const more = error || hint;
  return (
    <div className="min-w-0">
      <LabelledField htmlFor={id} text={label} bare={bare}>
        <div className={behind ? 'flex gap-1' : 'contents'}>
          <input
            id={id}
            className="field"
            inputMode="text"
            autoComplete="off"
            spellCheck={false}
            disabled={disabled}
            value={text}
            placeholder={placeholder}
            aria-invalid={invalid}
            aria-describedby={more ? `${id}-more` : undefined}
            onFocus={(e) => {
              if (selectAll) e.target.select();
            }}
            onChange={(e) => onText(e.target.value)}
            onBlur={onLeave}
            onKeyDown={(e: KeyboardEvent) => {
              // Enter ends the field: what a form does is pressed.
              if (onKey && e.key === 'Enter') e.preventDefault();
              onKey?.(e.key);
            }}
          />
          {behind}
        </div>
      </LabelledField>
      {more && (
        <p
          id={`${id}-more`}
          role={error ? 'alert' : undefined}
          className={`mt-0.5 text-xs ${error ? 'font-semibold text-stop' : 'label text-soft'}`}
        >
          {more}
        </p>
      )}
      {error && onMeant && meant.length > 0 && (
        <div className="mt-1 flex flex-wrap gap-2">
          {meant.map((text) => (
            <button key={text} type="button" className="btn btn-small" onClick={() => onMeant(text)}>
              {text}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

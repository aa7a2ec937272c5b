import { useId, useState } from 'react';

export interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly max: number;
  readonly min?: number;
  readonly rows?: number;
  readonly disabled?: boolean;
  readonly onCommit: (value: string) => void;
}

/** One line, as high as what stands in it, so that a long name is read whole; or several with `rows`. */
export function TextField({ label, value, max, min = 0, rows, disabled, onCommit }: TextFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? value;
  const short = text.trim().length < min;
  const commit = () => {
    if (short) return;
    if (typed !== null) onCommit(typed.trim());
    setTyped(null);
  };
  const props = {
    id,
    className: 'field',
    value: text,
    maxLength: max,
    disabled,
    'aria-invalid': short,
    onBlur: () => commit(),
  };
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="label mb-0.5 block text-sm text-soft">
        {label}
      </label>
      {rows ? (
        <textarea
          {...props}
          className="field block resize-none p-2 leading-[1.3] [field-sizing:content]"
          style={{ minHeight: `${rows * 1.3 + 1}em` }}
          onChange={(e) => setTyped(e.target.value)}
        />
      ) : (
        <textarea
          {...props}
          rows={1}
          className="field block resize-none overflow-hidden py-2.5 leading-[1.25] [field-sizing:content]"
          onChange={(e) => setTyped(e.target.value.replaceAll(/\s*\n\s*/g, ' '))}
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return;
            e.preventDefault();
            commit();
          }}
        />
      )}
      {short && (
        <p role="alert" className="mt-0.5 text-xs font-semibold text-stop">
          Needs at least {min} {min === 1 ? 'character' : 'characters'}; the last name is kept until then.
        </p>
      )}
    </div>
  );
}

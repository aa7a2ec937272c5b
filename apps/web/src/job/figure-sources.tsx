import { figuresOf, setOrigin, type KnownFigure } from '@venula/core/edit';
import { sayOrigin } from '@venula/core/say';
import { Check } from 'lucide-react';
import { useFormat } from '../app/settings.ts';
import { useDoc, useOpenJob } from './job-context.ts';

/** How many come from where: "1 of 3 measured". */
function summary(figures: readonly KnownFigure[]): string {
  const measured = figures.filter((f) => f.source.origin === 'measured').length;
  if (measured > 0) return `${measured} of ${figures.length} measured`;
  const starting = figures.filter((f) => f.source.origin === 'default').length;
  return starting > 0 ? `${starting} of ${figures.length} as they started` : 'none measured';
}

/**
 * Where the figures of a part come from, and a key for each to say that it was measured on the car. What is measured narrows
 * “How sure?”, and findings and the record say it.
 */
export function FigureSources({
  owner,
  keys,
}: {
  /** JSON Pointer to the part, the piece, or the group of the brief. */
  readonly owner: string;
  /** Only these figures; all where not given. */
  readonly keys?: readonly string[];
}) {
  const doc = useDoc();
  const { edit, readOnly, person } = useOpenJob();
  const format = useFormat();
  const figures = figuresOf(doc, owner).filter((f) => !keys || keys.includes(f.key));
  if (figures.length === 0) return null;
  const mark = ({ key, value, source }: KnownFigure) =>
    edit(
      ...(source.origin === 'measured'
        ? setOrigin(doc, `${owner}/${key}`, value, 'typed')
        : setOrigin(doc, `${owner}/${key}`, value, 'measured', {
            by: person.name,
            at: new Date().toISOString().slice(0, 19) + 'Z',
          })),
    );
  return (
    <details className="col-span-full text-sm">
      <summary className="inline-flex min-h-[44px] cursor-pointer items-center text-soft underline underline-offset-2">
        Where the figures come from: {summary(figures)}
      </summary>
      <ul className="flex flex-wrap gap-2 pb-1">
        {figures.map((f) => {
          const measured = f.source.origin === 'measured';
          return (
            <li key={f.key}>
              <button
                type="button"
                className="btn btn-small gap-1.5 text-left"
                style={{ minHeight: 44 }}
                aria-pressed={measured}
                disabled={readOnly}
                onClick={() => mark(f)}
              >
                {measured && <Check size={16} aria-hidden />}
                <span>
                  {f.field.label} {format(f.field.dimension, f.value)}:{' '}
                  <span className="font-normal">{sayOrigin(f.source)}</span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <p className="text-soft">
        Tap a figure once it has been measured on the car; tap again to take that back.
      </p>
    </details>
  );
}

import { figuresOfPlan, type KnownFigure } from '@venula/core/edit';
import { sayOrigin } from '@venula/core/say';
import { useMemo } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useDoc } from '../../job/job-context.ts';

/** What the record rests on: figures measured, with by whom and when; figures typed; how many are as they started. */
export function FigureRecord() {
  const doc = useDoc();
  const format = useFormat();
  const all = useMemo(
    () => figuresOfPlan(doc).flatMap(({ name, figures }) => figures.map((figure) => ({ name, figure }))),
    [doc],
  );
  const words = ({ name, figure }: { readonly name: string; readonly figure: KnownFigure }): string => {
    const label = name === '' ? figure.field.label : `${name}, ${lower(figure.field.label)}`;
    return `${label} ${format(figure.field.dimension, figure.value)}`;
  };
  const of = (...origins: readonly KnownFigure['source']['origin'][]) =>
    all.filter(({ figure }) => origins.includes(figure.source.origin));
  const measured = of('measured', 'string', 'routed', 'ports');
  const typed = of('typed');
  const starting = of('default').length;
  return (
    <>
      {measured.length > 0 && (
        <ul>
          {measured.map((f) => (
            <li key={words(f)}>
              {words(f)}: {sayOrigin(f.figure.source)}
            </li>
          ))}
        </ul>
      )}
      {typed.length > 0 && <p>Typed in: {typed.map(words).join('; ')}.</p>}
      <p className="text-soft">
        {measured.length === 0 && 'Nothing was marked as measured. '}
        {starting} figures are as they started: typical values nobody has confirmed on this car.
      </p>
    </>
  );
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

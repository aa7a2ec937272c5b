import type { Comparison } from '@venula/core/advise';
import { linesToMeasure } from '@venula/core/supply';
import { useFormat } from '../app/settings.ts';

/** What one plan changes against another: the figures, then the parts. */
export function ChangeList({ comparison }: { readonly comparison: Comparison }) {
  const format = useFormat();
  const quantity = (unit: 'each' | 'm', n: number, toMeasure: number) =>
    [
      n > 0 || toMeasure === 0 ? (n === 0 ? '–' : unit === 'm' ? format('length', n) : String(n)) : '',
      linesToMeasure(toMeasure),
    ]
      .filter(Boolean)
      .join(' and ');
  const tape = (m: number) => (Number.isFinite(m) ? format('tape', m) : '–');
  return (
    <>
      <table className="mt-3 w-full text-sm">
        <caption className="label text-left text-soft">The answer, then and now</caption>
        <tbody>
          {comparison.answers.map((a) => (
            <tr key={a.name} className="border-b border-rule">
              <th scope="row" className="label py-1 text-left font-medium">
                {a.name}
              </th>
              <td className="num text-soft">{format(a.dimension, a.before)}</td>
              <td className="num font-semibold">{format(a.dimension, a.after)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {comparison.inCar.length > 0 && (
        <table className="mt-3 w-full text-sm" data-testid="car-changes">
          <caption className="label text-left text-soft">In the car, then and now</caption>
          <tbody>
            {comparison.inCar.map((c) => (
              <tr key={c.name} className="border-b border-rule">
                <th scope="row" className="label py-1 text-left font-medium">
                  {c.name}
                </th>
                <td className="num text-soft">{tape(c.before)}</td>
                <td className="num font-semibold">{tape(c.after)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <h4 className="label mt-3 text-sm text-soft">Parts that differ</h4>
      {comparison.parts.length === 0 && <p className="text-sm">None.</p>}
      <ul data-testid="part-changes">
        {comparison.parts.map((c) => (
          <li key={c.group + c.part} className="border-b border-rule py-1 text-sm leading-tight">
            <strong
              className={
                c.after + c.toMeasure.after > c.before + c.toMeasure.before ? 'text-good' : 'text-stop'
              }
            >
              {c.before + c.toMeasure.before === 0
                ? 'New'
                : c.after + c.toMeasure.after === 0
                  ? 'Gone'
                  : 'Changed'}
            </strong>{' '}
            {c.part}
            <span className="label block text-soft">
              {quantity(c.unit, c.before, c.toMeasure.before)} to{' '}
              {quantity(c.unit, c.after, c.toMeasure.after)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

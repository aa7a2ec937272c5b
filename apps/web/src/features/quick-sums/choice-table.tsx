import type { ReactNode } from 'react';

export interface ChoiceRow {
  readonly key: string | number;
  readonly name: string;
  readonly best: boolean;
  /** What is shown in each further column, and whether it is what rules this size out. */
  readonly cells: readonly (readonly [shown: ReactNode, bad?: boolean])[];
}

/** Every size tried, the one to take marked. */
export function ChoiceTable({
  caption,
  columns,
  rows,
}: {
  readonly caption: string;
  readonly columns: readonly string[];
  readonly rows: readonly ChoiceRow[];
}) {
  return (
    <table className="mt-2 w-full max-w-[720px] text-sm">
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          {columns.map((h, i) => (
            <th key={h} scope="col" className={`py-1 font-semibold ${i > 0 ? 'num' : 'text-left'}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.key} className={`border-b border-rule ${r.best ? 'bg-mark/25 font-semibold' : ''}`}>
            <th scope="row" className="py-0.5 text-left">
              {r.name}
            </th>
            {r.cells.map(([shown, bad], i) => (
              <td key={columns[i + 1]} className={`num ${bad ? 'text-stop' : ''}`}>
                {shown}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

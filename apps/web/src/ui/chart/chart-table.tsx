import type { ReactNode } from 'react';

export interface Column<R> {
  readonly name: string;
  readonly cell: (row: R) => ReactNode;
  readonly strong?: true;
}

/** The numbers under a chart, a row a point: what cannot be seen can be read. */
export function ChartTable<R>({
  caption,
  rows,
  id,
  columns,
  chosen,
  onChoose,
  className = '',
}: {
  readonly caption: string;
  readonly rows: readonly R[];
  readonly id: (row: R) => string;
  readonly columns: readonly Column<R>[];
  readonly chosen?: string;
  readonly onChoose?: (id: string) => void;
  readonly className?: string;
}) {
  return (
    <table className={`w-full text-sm ${className}`}>
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          {columns.map((c) => (
            <th key={c.name} scope="col" className="cell num py-1 font-semibold">
              {c.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr
            key={id(row)}
            className={`border-b border-rule ${id(row) === chosen ? 'bg-mark/25' : ''}`}
            {...(onChoose ? { onClick: () => onChoose(id(row)) } : {})}
          >
            {columns.map((c) => (
              <td key={c.name} className={`cell num py-1 ${c.strong ? 'font-semibold' : ''}`}>
                {c.cell(row)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

import { billOfMaterials, type BillGroup, type BillLine } from '@venula/core/supply';
import { Download, Printer } from 'lucide-react';
import Papa from 'papaparse';
import { useMemo } from 'react';
import { useFormat } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc } from '../../job/job-context.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { Headline } from '../../ui/headline.tsx';
import { Changes } from './changes.tsx';

const GROUPS: readonly [BillGroup, string][] = [
  ['components', 'Components'],
  ['hose', 'Hose and tube'],
  ['ends', 'Hose ends'],
  ['adapters', 'Port adapters'],
  ['seals', 'Seals'],
  ['wire', 'Wire'],
  ['electrical', 'Fuse, relay, joints'],
];

/** A cell that a spreadsheet would run as a formula is written as text. */
const inert = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

const STAGES = ['parts'] as const;

export function PartsPage() {
  const doc = useDoc();
  const format = useFormat();
  const lines = useMemo(() => billOfMaterials(doc), [doc]);
  const problems = lines.filter((l) => l.problem);
  const quantity = (l: BillLine) => (l.unit === 'm' ? format('length', l.quantity) : String(l.quantity));
  const csv = () =>
    Papa.unparse({
      fields: ['group', 'part', 'quantity', 'unit', 'note', 'problem'],
      data: lines.map((l) => [
        l.group,
        inert(l.part),
        l.unit === 'm' ? l.quantity.toFixed(2) : l.quantity,
        l.unit,
        inert(l.note),
        inert(l.problem ?? ''),
      ]),
    });
  return (
    <StageFrame
      aside={
        <>
          <Changes />
          <div className="mt-4">
            <FindingsPanel stages={STAGES} />
          </div>
        </>
      }
    >
      <div className="flex items-start justify-between gap-4 max-md:flex-col">
        <Headline
          tone={problems.length > 0 ? 'fix' : 'good'}
          sentence={
            problems.length > 0
              ? `${lines.length} items to get, ${problems.length} of them not fit for this job.`
              : `${lines.length} items to get.`
          }
          second={`${doc.title}. Every component port is taken as an O-ring boss of its hose’s size; check against the parts in stock.`}
        />
        <div className="no-print flex shrink-0 gap-2">
          <button
            type="button"
            className="btn"
            onClick={() => saveFile(`${doc.title} parts.csv`, 'text/csv', csv())}
          >
            <Download size={18} /> CSV
          </button>
          <button type="button" className="btn" onClick={() => window.print()}>
            <Printer size={18} /> Print
          </button>
        </div>
      </div>
      <table className="w-full">
        <caption className="sr-only">Parts the plan implies</caption>
        <thead>
          <tr className="label border-b-2 border-ink text-sm text-soft">
            <th scope="col" className="cell num w-28 font-semibold">
              Quantity
            </th>
            <th scope="col" className="cell font-semibold">
              Part
            </th>
            <th scope="col" className="cell font-semibold">
              Where, and what to watch
            </th>
          </tr>
        </thead>
        {GROUPS.map(([group, title]) => {
          const own = lines.filter((l) => l.group === group);
          if (own.length === 0) return null;
          return (
            <tbody key={group}>
              <tr>
                <th colSpan={3} scope="rowgroup" className="cell headline pt-3 pb-1 text-base">
                  {title}
                </th>
              </tr>
              {own.map((l) => (
                <tr key={l.part} className="border-t border-rule" data-part-line={l.group}>
                  <td className="cell num font-semibold">{quantity(l)}</td>
                  <td className="cell">{l.part}</td>
                  <td className="cell label text-sm text-soft">
                    {l.note}
                    {l.problem && <strong className="block text-fix">{l.problem}</strong>}
                  </td>
                </tr>
              ))}
            </tbody>
          );
        })}
      </table>
    </StageFrame>
  );
}

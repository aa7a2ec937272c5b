import {
  BILL_GROUPS,
  billOfMaterials,
  connectionsOf,
  sold,
  type BillLine,
  type Connection,
} from '@venula/core/supply';
import { Download, Printer } from 'lucide-react';
import Papa from 'papaparse';
import { Tabs } from 'radix-ui';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useSettings } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc } from '../../job/job-context.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { Headline } from '../../ui/headline.tsx';
import { ViewTabs } from '../../ui/view-tabs.tsx';
import { Changes } from './changes.tsx';
import { JointsView } from './joints-view.tsx';
import { OrderList } from './order-list.tsx';

/** A cell that a spreadsheet would run as a formula is written as text. */
const inert = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

const STAGES = ['parts'] as const;
const VIEWS = [
  ['list', 'Order list'],
  ['joints', 'Joints'],
] as const;

export function PartsPage() {
  const doc = useDoc();
  const { units } = useSettings();
  const [search, setSearch] = useSearchParams();
  const view = VIEWS.find(([key]) => key === search.get('view'))?.[0] ?? 'list';
  const lines = useMemo(() => billOfMaterials(doc), [doc]);
  const connections = useMemo(() => connectionsOf(doc), [doc]);
  const problems = lines.filter((l) => l.problem);
  const usual = new Set(
    connections.flatMap((c) =>
      c.kept ? [] : [c.from, c.to].flatMap((s) => (s.assumed ? [`${s.id} ${s.face}`] : [])),
    ),
  ).size;
  const csv = () =>
    Papa.unparse({
      fields: ['group', 'part', 'quantity', 'unit', 'where and what to watch', 'problem'],
      data: lines.map((l) => {
        const { quantity, unit } = sold(l, units);
        return [BILL_GROUPS[l.group], inert(l.part), quantity, unit, inert(l.note), inert(l.problem ?? '')];
      }),
    });
  return (
    <Tabs.Root
      className="h-full"
      value={view}
      onValueChange={(v) => setSearch(v === 'list' ? {} : { view: v }, { replace: true })}
    >
      <StageFrame
        views={<ViewTabs label="Parts" views={VIEWS} />}
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
            sentence={view === 'joints' ? jointSentence(connections) : listSentence(lines)}
            second={
              usual > 0
                ? `${usual} ports are taken as their kind usually has them. Name them under Joints when the part is on the bench.`
                : 'Every port is named.'
            }
          />
          <div className="no-print mb-2 flex shrink-0 gap-2">
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
        <Tabs.Content value="list">
          <OrderList lines={lines} />
        </Tabs.Content>
        <Tabs.Content value="joints">
          <JointsView connections={connections} />
        </Tabs.Content>
      </StageFrame>
    </Tabs.Root>
  );
}

function listSentence(lines: readonly BillLine[]): string {
  const unfit = lines.filter((l) => l.problem).length;
  return unfit > 0
    ? `${lines.length} items to get, ${unfit} of them not fit for this job.`
    : `${lines.length} items to get.`;
}

function jointSentence(connections: readonly Connection[]): string {
  const made = connections.flatMap((c) => (c.kept ? [] : c.meetings)).length;
  const open = connections.filter((c) => c.problem !== undefined).length;
  return open > 0
    ? `${made} joints to make; ${open} ${open === 1 ? 'place has' : 'places have'} nothing that fits.`
    : `${made} joints to make.`;
}

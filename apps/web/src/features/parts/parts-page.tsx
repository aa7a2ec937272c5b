import {
  BILL_GROUPS,
  billOfMaterials,
  connectionsOf,
  linesToMeasure,
  priceList,
  sold,
  toolList,
  type BillLine,
  type Connection,
} from '@venula/core/supply';
import { capital } from '@venula/core/quantities';
import { inertCell } from '@venula/core/formats';
import { Download } from 'lucide-react';
import Papa from 'papaparse';
import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useMe } from '../../api/queries.ts';
import { usePrices } from '../../api/shelf.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc } from '../../job/job-context.ts';
import { StageHeadline } from '../../job/stage-headline.tsx';
import { StageFrame } from '../../job/stage-frame.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { ViewTabs } from '../../ui/view-tabs.tsx';
import { CutView } from './cut-view.tsx';
import { useCutPlans } from './use-cut-plans.ts';
import { HosesView } from './hoses-view.tsx';
import { ToolsView } from './tools-view.tsx';
import { Changes } from './changes.tsx';
import { JointsView } from './joints-view.tsx';
import { dollars } from './money.ts';
import { PriceFile } from './price-file.tsx';
import { useToGet } from './use-to-get.ts';
import { OrderList } from './order-list.tsx';
import { PrintButton } from '../../job/print-button.tsx';

const STAGES = ['parts'] as const;
const VIEWS = [
  ['list', 'Order list'],
  ['hoses', 'Hoses'],
  ['cut', 'Cut list'],
  ['joints', 'Joints'],
  ['tools', 'Tools'],
] as const;
type View = (typeof VIEWS)[number][0];

export function PartsPage() {
  const doc = useDoc();
  const { units } = useSettings();
  const [search, setSearch] = useSearchParams();
  const view = VIEWS.find(([key]) => key === search.get('view'))?.[0] ?? 'list';
  const lines = useMemo(() => billOfMaterials(doc), [doc]);
  const connections = useMemo(() => connectionsOf(doc), [doc]);
  const format = useFormat();
  const [counting, setCounting] = useState(false);
  const [pricing, setPricing] = useState(false);
  const prices = usePrices().data ?? [];
  const cuts = useCutPlans();
  const toGet = useToGet(cuts);
  const mayChange = useMe().data?.role !== 'viewer';
  const problems = lines.filter((l) => l.problem);
  const usual = new Set(
    connections.flatMap((c) =>
      c.kept ? [] : [c.from, c.to].flatMap((s) => (s.assumed ? [`${s.id} ${s.face}`] : [])),
    ),
  ).size;
  const tools = useMemo(() => toolList(doc), [doc]);
  const ports =
    usual > 0
      ? `${usual} ports are taken as their kind usually has them. Name them under Joints when the part is on the bench.`
      : 'Every port is named.';
  const ordered = lines.map(toGet);
  const { total, unpriced, costs } = priceList(ordered, prices, units);
  const priced =
    unpriced === lines.length
      ? ''
      : `${dollars(total)}${unpriced > 0 ? `, and ${unpriced} items without a price` : ' in all'}. `;
  const unfit = problems.length > 0 ? 'fix' : 'good';
  const bought = cuts.reduce((sum, c) => sum + c.plan.bought, 0);
  const pieces = cuts.reduce((sum, c) => sum + c.group.pieces.length, 0);
  const toMeasure = linesToMeasure(cuts.reduce((sum, c) => sum + c.group.toMeasure.length, 0));
  const answers: Readonly<Record<View, { tone: 'good' | 'fix'; sentence: string; second: string }>> = {
    list: {
      tone: unfit,
      sentence: listSentence(lines),
      second: `${toMeasure ? `${capital(toMeasure)}: no hose is ordered for them yet. ` : ''}${priced}${ports}`,
    },
    joints: { tone: unfit, sentence: jointSentence(connections), second: ports },
    hoses: {
      tone: 'good',
      sentence: 'Which hose for which line.',
      second: 'By fuel, pressure, heat, place and movement. Touch a kind to plan with it.',
    },
    cut: {
      tone: 'good',
      sentence:
        pieces === 0 && toMeasure
          ? `${capital(toMeasure)} before anything is cut.`
          : `Cut ${pieces} ${pieces === 1 ? 'line' : 'lines'}: buy ${bought > 0 ? format('length', bought) : 'nothing'}${toMeasure ? `, and ${toMeasure}` : ''}.`,
      second: 'Ends taken off. Mock up with one end fitted, mark, then cut.',
    },
    tools: {
      tone: 'good',
      sentence: `${tools.length} tools to lay out first.`,
      second: 'With their sizes, from the plan.',
    },
  };
  const csv = () =>
    Papa.unparse({
      fields: [
        'group',
        'part',
        'quantity',
        'unit',
        'lines to measure',
        'cost',
        'where and what to watch',
        'problem',
      ],
      data: ordered.map((l, i) => {
        const { quantity, unit } = sold(l, units);
        const cost = costs[i] ?? null;
        return [
          BILL_GROUPS[l.group],
          inertCell(l.part),
          quantity,
          unit,
          l.toMeasure ?? '',
          cost === null ? '' : (cost / 100).toFixed(2),
          inertCell(l.note),
          inertCell(l.problem ?? ''),
        ];
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
          <StageHeadline stages={STAGES} {...answers[view]} />
          <div className="no-print mb-2 flex shrink-0 flex-wrap gap-2">
            {view === 'list' && mayChange && (
              <button
                type="button"
                className={`btn ${pricing ? 'bg-mark/40' : ''}`}
                aria-pressed={pricing}
                onClick={() => setPricing(!pricing)}
              >
                Prices
              </button>
            )}
            {view === 'list' && mayChange && (
              <button
                type="button"
                className={`btn ${counting ? 'bg-mark/40' : ''}`}
                aria-pressed={counting}
                onClick={() => setCounting(!counting)}
              >
                What the shop has
              </button>
            )}
            <button
              type="button"
              className="btn"
              onClick={() => saveFile(`${doc.title} parts.csv`, 'text/csv', csv())}
            >
              <Download size={18} /> CSV
            </button>
            <PrintButton label="Print" />
          </div>
        </div>
        <Tabs.Content value="list">
          {pricing && (
            <>
              <PriceFile />
              <p
                aria-live="polite"
                data-testid="running-total"
                className="sticky top-0 z-10 flex flex-wrap items-baseline gap-x-3 border-b-2 border-ink bg-board py-2"
              >
                <span className="headline text-2xl">{dollars(total)}</span>
                <span className="text-soft">
                  {unpriced === 0
                    ? `all ${lines.length} items have a price`
                    : `${lines.length - unpriced} of ${lines.length} items have a price`}
                </span>
              </p>
            </>
          )}
          <OrderList lines={lines} toGet={toGet} costs={costs} counting={counting} pricing={pricing} />
        </Tabs.Content>
        <Tabs.Content value="hoses">
          <HosesView />
        </Tabs.Content>
        <Tabs.Content value="cut">
          <CutView plans={cuts} />
        </Tabs.Content>
        <Tabs.Content value="tools">
          <ToolsView tools={tools} />
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

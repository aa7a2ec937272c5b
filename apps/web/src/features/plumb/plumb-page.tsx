import { verdictOf } from '@venula/core/advise';
import { highPressurePumps } from '@venula/core/document';
import { sayEnding, sayState } from '@venula/core/say';
import { movePart, removePart, removePath, splitRun } from '@venula/core/edit';
import { BACK_PRESSURE_SHARE, SUCTION_LIMITS } from '@venula/core/judge';
import { HOSE_KINDS, sizesOf } from '@venula/core/kinds';
import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useSettings } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc, useJob, useJudgement, useOpenJob, useShown } from '../../job/job-context.ts';
import { useOpenFindings } from '../../job/open-findings.ts';
import { useShowFinding } from '../../job/show-finding.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { Legend } from '../../ui/legend.tsx';
import { lazyView } from '../../ui/lazy-view.tsx';
import { ViewTabs } from '../../ui/view-tabs.tsx';
import { MarginBar } from '../../ui/margin-bar.tsx';
import { Headline } from '../../ui/headline.tsx';
import { LoopDrawing, type LoopDrawingProps } from '../../ui/track/loop-drawing.tsx';
import type { KeysHeld } from '../../ui/track/part.tsx';
import { JunctionTray } from './junction-tray.tsx';
import { PartTools, type PartMenu } from './part-tools.tsx';
import { PartTray } from '../../job/part/part-tray.tsx';
import { plumbTrack } from './plumb-loop.ts';
import { RunsTable } from './runs-table.tsx';
import { StyleMenu } from './style-menu.tsx';
import { useVariant, type Variant } from './use-variant.ts';

const Compare = lazyView(async () => (await import('./compare.tsx')).Compare);
const HowSure = lazyView(async () => (await import('./how-sure.tsx')).HowSure);
const PullChart = lazyView(async () => (await import('./pull-chart.tsx')).PullChart);
const SizeIt = lazyView(async () => (await import('./size-it.tsx')).SizeIt);
const VIEWS = [
  ['track', 'Track'],
  ['table', 'Table'],
  ['pull', 'Pull'],
  ['compare', 'Compare'],
  ['size', 'Size it'],
  ['sure', 'How sure?'],
] as const;

const STAGES = ['plumb', 'parts', 'brief'] as const;

export function PlumbPage() {
  const plumbing = useJob((job) => job.doc.plumbing);
  const job = useOpenJob();
  const { edit, readOnly } = job;
  const [selected, setSelected] = useState<string | null>(null);
  const [place, setPlace] = useState<string | null>(null);
  const [search, setSearch] = useSearchParams();
  const view = VIEWS.find(([key]) => key === search.get('view'))?.[0] ?? 'track';
  const setView = (next: string) => setSearch(next === 'track' ? {} : { view: next }, { replace: true });
  const [menu, setMenu] = useState<PartMenu>(null);
  const variant = useVariant(job.id);
  /** Touching a part, or a place where lines meet, opens its sheet beside the drawing. */
  const choose = (id: string | null) => {
    setSelected(id);
    setPlace(null);
  };
  const choosePlace = (id: string) => {
    setSelected(null);
    setPlace(id);
  };
  const part = selected !== null && plumbing.elements[selected] ? selected : null;
  const junction = place !== null && plumbing.junctions[place] ? place : null;

  const step = (id: string, by: 1 | -1) => {
    const e = plumbing.elements[id];
    if (e?.kind !== 'run' || readOnly) return;
    const sizes = sizesOf(HOSE_KINDS[e.hose]);
    const dash = by > 0 ? sizes.find((s) => s > e.dash) : sizes.filter((s) => s < e.dash).at(-1);
    choose(id);
    if (dash === undefined) return;
    edit(
      { op: 'replace', path: `/plumbing/elements/${id}/dash`, value: dash },
      ...(e.boreM === undefined ? [] : [{ op: 'remove' as const, path: `/plumbing/elements/${id}/boreM` }]),
    );
  };

  const key = (id: string, pressed: string, held: KeysHeld): boolean => {
    if (readOnly) return false;
    const { doc } = job.getView();
    if (pressed === 'Delete') {
      const way = Object.entries(doc.plumbing.paths).find(([, p]) => p.order.includes(id))?.[0];
      edit(...(held.shift && way !== undefined ? removePath(doc, way) : removePart(doc, id)));
      setSelected(null);
      return true;
    }
    if (pressed === 's' && doc.plumbing.elements[id]?.kind === 'run') {
      edit(...splitRun(doc, id).patch);
      return true;
    }
    if (pressed === 'a' || pressed === 'b') {
      choose(id);
      setMenu(pressed === 'a' ? 'add' : 'branch');
      return true;
    }
    if (!held.alt || (pressed !== 'ArrowLeft' && pressed !== 'ArrowRight')) return false;
    const home = Object.values(doc.plumbing.paths).some((p) => p.role === 'return' && p.order.includes(id));
    edit(...movePart(doc, id, (pressed === 'ArrowRight' ? 1 : -1) * (home ? -1 : 1)));
    return true;
  };

  const sheet = part
    ? {
        title: plumbing.elements[part]!.name,
        content: (
          <>
            <PartTools id={part} menu={menu} onMenu={setMenu} onSelect={choose} />
            <PartTray key={part} id={part} />
          </>
        ),
        onClose: () => choose(null),
      }
    : junction
      ? {
          title: plumbing.junctions[junction]!.name,
          content: (
            <>
              <JunctionTray key={junction} id={junction} />
            </>
          ),
          onClose: () => choose(null),
        }
      : null;

  return (
    <Tabs.Root value={view} onValueChange={setView} className="h-full">
      <StageFrame
        views={<ViewTabs label="Plumb" views={VIEWS} />}
        strip={view === 'track' || view === 'table'}
        sheet={view === 'track' || view === 'table' ? sheet : null}
        aside={
          <>
            {!sheet && <PlumbBars />}
            <FindingsPanel stages={STAGES} first={part ?? junction} />
          </>
        }
      >
        <PlumbHeadline />
        <Unsolved />
        <Tabs.Content value="track">
          <PlumbDrawing
            variant={variant}
            selected={part}
            onSelect={choose}
            onJunction={choosePlace}
            selectedJunction={junction}
            onStep={step}
            onKey={key}
          />
          <div className="mt-2 flex flex-wrap items-center justify-between gap-3 border-t border-rule pt-2">
            <Legend kinds={['suction', 'feed', 'return']} />
            {!readOnly && <StyleMenu />}
          </div>
          <p className="mt-2 text-soft max-md:hidden">
            Touch a part to change it. On the keyboard: Tab to it, Enter to open it, arrow up or down for one
            size larger or smaller, Escape to close it.
          </p>
        </Tabs.Content>
        <Tabs.Content value="table">
          <RunsTable selected={part} onSelect={choose} />
        </Tabs.Content>
        <Tabs.Content value="pull">
          <PullChart />
        </Tabs.Content>
        <Tabs.Content value="compare">
          <Compare variant={variant} />
        </Tabs.Content>
        <Tabs.Content value="size">
          <SizeIt />
        </Tabs.Content>
        <Tabs.Content value="sure">
          <HowSure />
        </Tabs.Content>
      </StageFrame>
    </Tabs.Root>
  );
}

/** Is it enough, and what gives out first. */
function PlumbHeadline() {
  const plan = useJudgement();
  const { units } = useSettings();
  const findings = useOpenFindings();
  const show = useShowFinding();
  const answer = plan ? verdictOf({ ...plan, findings }, units) : null;
  const finding = answer?.finding;
  return (
    <Headline
      tone={answer?.tone ?? 'good'}
      sentence={answer?.sentence ?? 'Solving the plan…'}
      second={answer?.second ?? ''}
      onShow={finding ? () => show(finding, STAGES) : undefined}
    />
  );
}

/** The state that is looked at has no solution: which, why, and where to look. */
function Unsolved() {
  const shown = useShown();
  const { elements, junctions } = useJob((job) => job.doc.plumbing);
  const others = useJob((job) => job.live.states.some((s) => s.values));
  if (!shown || shown.values) return null;
  const worst = shown.worstNode ?? '';
  const worstPlace = (elements[worst] ?? junctions[worst])?.name ?? worst;
  return (
    <p role="alert" className="my-3 border-l-4 border-stop bg-well p-3">
      {shown.converged || shown.ending.how === 'dry-rail' ? 'Nothing flows at' : 'No steady state at'}{' '}
      {sayState(shown.state).toLowerCase()}: {sayEnding(shown.ending)}.
      {worstPlace && ` Look at “${worstPlace}”.`}
      {others && ' The other states are still good.'}
    </p>
  );
}

/** The track at the state that is looked at, an earlier plan faintly behind it. */
function PlumbDrawing({
  variant,
  ...touch
}: { readonly variant: Variant } & Omit<LoopDrawingProps, 'track' | 'title'>) {
  const doc = useDoc();
  const shown = useShown();
  const plan = useJudgement();
  const { units } = useSettings();
  const findings = useMemo(
    () => (plan?.findings ?? []).filter((f) => f.stage === 'plumb' || f.stage === 'parts'),
    [plan],
  );
  const track = useMemo(() => plumbTrack(doc, shown, findings, units), [doc, shown, findings, units]);
  const before = useMemo(() => {
    const then = variant.states.find((s) => s.state.id === shown?.state.id);
    return variant.doc && then?.values ? plumbTrack(variant.doc, then, [], units) : null;
  }, [variant.doc, variant.states, shown?.state.id, units]);
  return (
    <LoopDrawing
      track={before ? { ...track, before } : track}
      title={`Plumbing at ${shown ? sayState(shown.state) : ''}`}
      {...touch}
    />
  );
}

function PlumbBars() {
  const result = useShown();
  const brief = useJob((job) => job.doc.brief);
  const low = useJob((job) => highPressurePumps(job.doc).length > 0);
  const v = result?.values;
  if (!v) return null;
  const pump = [...v.pumps].sort((a, b) => a.suctionMargin - b.suctionMargin)[0];
  return (
    <div className="pb-2">
      {v.margin !== null && (
        <MarginBar
          label="Supply over demand"
          dimension="fraction"
          value={v.margin}
          limit={brief.designMargin}
          sense="at least"
          limitLabel="wanted"
        />
      )}
      {result.state.pumpsOn && (
        <MarginBar
          label={low ? 'Low side above set' : 'Rail above set'}
          dimension="pressure"
          value={Math.max(0, v.railGauge - v.required)}
          limit={20e3}
          sense="at most"
          limitLabel="at most"
        />
      )}
      {v.regulator && v.regulator.raisedBy === null && result.state.pumpsOn && (
        <MarginBar
          label="Return back-pressure"
          dimension="pressure"
          value={Math.max(0, v.regulator.returnPressure)}
          limit={BACK_PRESSURE_SHARE * v.railGauge}
          sense="at most"
          limitLabel="35% of the rail,"
        />
      )}
      {pump && result.state.pumpsOn && (
        <MarginBar
          label="Pump inlet above vapor"
          dimension="pressure"
          value={pump.suctionMargin}
          limit={SUCTION_LIMITS.note}
          sense="at least"
          limitLabel="at least"
        />
      )}
      {v.delivered < 0.995 && (
        <MarginBar
          label="Fuel the engine gets of what it wants"
          dimension="fraction"
          value={v.delivered}
          limit={1}
          sense="at least"
          limitLabel="wants"
        />
      )}
      {v.injectorFlow > 0 && v.injectorDuty !== null && (
        <MarginBar
          label="Injector duty"
          dimension="fraction"
          value={v.injectorDuty}
          limit={brief.injectors.dutyLimit}
          sense="at most"
          limitLabel="limit"
        />
      )}
    </div>
  );
}

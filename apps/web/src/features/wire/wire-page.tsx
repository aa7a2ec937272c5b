import { circuitOf, wayDrop, type CircuitSolution } from '@venula/core/engine';
import { pumpDropOf } from '@venula/core/document';
import { DROP_LIMITS } from '@venula/core/judge';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { circuitOrder } from './volts/circuit-order.ts';
import { useSearchParams } from 'react-router';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc, useShown, useStates } from '../../job/job-context.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { lazyView } from '../../ui/lazy-view.tsx';
import { MarginBar } from '../../ui/margin-bar.tsx';
import { ViewTabs } from '../../ui/view-tabs.tsx';
import { useWiringSheet } from './logic/wiring-sheet.tsx';
import type { WiringOpen } from './logic/wiring-open.ts';
import { STAGES, STAGING } from './wire-findings.ts';
import { useVoltsSheet, VoltsView, type VoltsOpen } from './volts/volts-view.tsx';

const LogicView = lazyView(async () => (await import('./logic/logic-view.tsx')).LogicView);
const SheetView = lazyView(async () => (await import('./sheet/sheet-view.tsx')).SheetView);
const TriggerView = lazyView(async () => (await import('./trigger/trigger-view.tsx')).TriggerView);
const VIEWS = [
  ['volts', 'Volts'],
  ['trigger', 'Trigger'],
  ['logic', 'Wiring'],
  ['sheet', 'Sheet'],
] as const;

/** Wire: how many volts arrive, when everything runs, whether the wiring does so, and the sheet to build it by. */
export function WirePage() {
  const doc = useDoc();
  const shown = useShown();
  const [search, setSearch] = useSearchParams();
  const [chosen, setChosen] = useState('');
  const view = VIEWS.some(([v]) => v === search.get('view')) ? search.get('view')! : 'volts';
  const circuitId = chosen in doc.wiring.circuits ? chosen : circuitOrder(doc)[0];
  const loadId = circuitId === undefined ? '' : doc.wiring.circuits[circuitId]!.loadId;
  const solution = circuitOf(shown?.values, loadId);
  const [open, setOpen] = useState<VoltsOpen>(null);
  const sheet = useVoltsSheet(circuitId, open, setOpen, (id) => {
    setChosen(id);
    setOpen(null);
  });
  const [touched, setTouched] = useState<WiringOpen>(null);
  const wiringSheet = useWiringSheet(view === 'logic' ? touched : null, setTouched, (id) => {
    setChosen(id);
    setSearch({}, { replace: true });
  });
  return (
    <Tabs.Root
      value={view}
      onValueChange={(v) => setSearch(v === 'volts' ? {} : { view: v }, { replace: true })}
      className="h-full"
    >
      <StageFrame
        views={<ViewTabs label="Wire" views={VIEWS} />}
        strip={view === 'volts'}
        sheet={view === 'volts' ? sheet : view === 'logic' ? wiringSheet : null}
        aside={
          view === 'sheet' ? undefined : (
            <>
              {view === 'volts' && !sheet && solution && <WireBars solution={solution} />}
              {view === 'volts' && !sheet && <BudgetBars />}
              <FindingsPanel
                stages={STAGES}
                codes={STAGING}
                first={
                  view === 'logic'
                    ? (touched?.id ?? null)
                    : open?.of === 'piece'
                      ? open.id
                      : (circuitId ?? null)
                }
              />
            </>
          )
        }
      >
        <Tabs.Content value="volts">
          <VoltsView circuitId={circuitId} onCircuit={setChosen} open={open} onOpen={setOpen} />
        </Tabs.Content>
        <Tabs.Content value="trigger">
          <TriggerView />
        </Tabs.Content>
        <Tabs.Content value="logic">
          <LogicView open={touched} onOpen={setTouched} />
        </Tabs.Content>
        <Tabs.Content value="sheet">
          <SheetView />
        </Tabs.Content>
      </StageFrame>
    </Tabs.Root>
  );
}

function WireBars({ solution }: { readonly solution: CircuitSolution }) {
  const doc = useDoc();
  const fused = solution.feed.filter((d) => d.kind === 'fuse').at(-1);
  const fuse = fused && doc.wiring.circuits[fused.circuitId]?.segments[fused.id];
  return (
    <div className="pb-2">
      <MarginBar
        label="Lost, battery to load and back"
        dimension="volts"
        value={wayDrop(solution)}
        limit={pumpDropOf(doc)}
        bearable={DROP_LIMITS.pump}
        sense="at most"
        limitLabel="good work"
      />
      <MarginBar
        label="Of that, in the wires"
        dimension="volts"
        value={solution.conductorDrop}
        limit={DROP_LIMITS.boat}
        bearable={Infinity}
        sense="at most"
        limitLabel="on boats 3%,"
      />
      {fused && fuse?.kind === 'fuse' && (
        <MarginBar
          label="Load on the fuse"
          dimension="amps"
          value={fused.amps}
          limit={0.8 * fuse.ratingA}
          sense="at most"
          limitLabel={`80% of ${fuse.ratingA} A,`}
        />
      )}
    </div>
  );
}

/** What the alternator gives at idle against everything that is on then. */
function BudgetBars() {
  const doc = useDoc();
  const states = useStates();
  const { alternatorIdleA, carLoadA = 0 } = doc.brief.electrical;
  const idle = states.find((s) => s.state.kind === 'idle')?.values;
  if (alternatorIdleA === undefined || !idle) return null;
  const planned =
    idle.pumps.reduce((sum, p) => sum + p.current, 0) +
    idle.loads.reduce((sum, l) => sum + l.circuit.amps, 0);
  return (
    <div className="pb-2">
      <MarginBar
        label="Everything on at idle"
        dimension="amps"
        value={planned + carLoadA}
        limit={alternatorIdleA}
        sense="at most"
        limitLabel="alternator"
      />
    </div>
  );
}

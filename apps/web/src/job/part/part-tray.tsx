import type { ElementOf, PlumbingElement } from '@venula/core/document';
import { elementPath as at } from '@venula/core/edit';
import { boreOf, END_IDS, ENDS, HOSE_KINDS, sizesOf } from '@venula/core/kinds';
import { Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob, useShown } from '../job-context.ts';
import { PumpFields } from './pump-fields.tsx';
import { SeatChoice, SetPressure } from './regulator-fields.tsx';
import { FigureSources } from '../figure-sources.tsx';
import { PlanOptional } from '../plan-fields.tsx';
import { PlanForm } from '../plan-form.tsx';
import { Choice } from '../../ui/choice.tsx';
import { FactRow } from '../../ui/fact-row.tsx';

/** The part that was touched, with everything about it that can be changed. */
export function PartTray({
  id,
  bare = false,
}: {
  readonly id: string;
  /** By itself, in no car: nothing of a place is asked. */
  readonly bare?: boolean;
}) {
  const doc = useDoc();
  const e = doc.plumbing.elements[id];
  if (!e) return null;
  const owner = `/plumbing/elements/${id}`;
  return (
    <div className="form-grid">
      {e.kind === 'pump' ? (
        <PumpFields id={id} pump={e} bare={bare} />
      ) : (
        <PlanForm owner={owner} own={{ ...ownFields(id, e), ...(bare ? OF_PLACE : {}) }} />
      )}
      {!bare && (
        <>
          <StationFacts id={id} />
          <FigureSources owner={owner} />
        </>
      )}
    </div>
  );
}

/** What is asked of the place a part stands in, not of the part; its name in the library is asked above. */
const OF_PLACE = {
  name: null,
  standsIn: null,
  setPa: null,
  referenced: null,
  elevationM: null,
  fromId: null,
};

/** What a kind shows in another way than a plain field. */
function ownFields(id: string, part: PlumbingElement): Readonly<Record<string, ReactNode>> {
  switch (part.kind) {
    case 'run':
      return {
        dash: <SizeStepper id={id} run={part} />,
        ends: <RunEnds id={id} run={part} />,
        // Measured, it begins at what the size should have.
        boreM: <PlanOptional path={at(id, 'boreM')} start={boreOf(part.hose, part.dash)} />,
      };
    case 'jet':
      return { fromId: <JetSource id={id} jet={part} /> };
    case 'bypass-regulator':
    case 'blocking-regulator':
      return {
        cv: <SeatChoice id={id} regulator={part} />,
        droop: null,
        setPa: <SetPressure id={id} regulator={part} />,
      };
    default:
      return {};
  }
}

function JetSource({ id, jet }: { readonly id: string; readonly jet: ElementOf<'jet'> }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const tanks = Object.entries(doc.plumbing.junctions).filter(([, j]) => j.kind === 'tank');
  const known = tanks.some(([t]) => t === jet.fromId);
  return (
    <Choice
      label="Draws from"
      value={known ? jet.fromId : ''}
      disabled={readOnly}
      options={[
        ...(known ? [] : [{ value: '', label: 'no tank yet' }]),
        ...tanks.map(([value, t]) => ({ value, label: t.name })),
      ]}
      onChoose={(value) => edit({ op: 'replace', path: at(id, 'fromId'), value })}
    />
  );
}

function RunEnds({ id, run }: { readonly id: string; readonly run: ElementOf<'run'> }) {
  const { edit, readOnly } = useOpenJob();
  return ([0, 1] as const).map((side) => (
    <Choice
      key={side}
      label={side === 0 ? 'First end' : 'Second end'}
      value={run.ends[side]!}
      disabled={readOnly}
      options={END_IDS.map((k) => ({ value: k, label: ENDS[k].name }))}
      onChoose={(end) =>
        edit({
          op: 'replace',
          path: at(id, 'ends'),
          value: side === 0 ? [end, run.ends[1]] : [run.ends[0], end],
        })
      }
    />
  ));
}

/** Two big keys for the change made most often. */
function SizeStepper({ id, run }: { readonly id: string; readonly run: ElementOf<'run'> }) {
  const { edit, readOnly } = useOpenJob();
  const sizes = sizesOf(HOSE_KINDS[run.hose]);
  const set = (dash: number | undefined) => {
    if (dash === undefined) return;
    edit(
      { op: 'replace', path: at(id, 'dash'), value: dash },
      ...(run.boreM === undefined ? [] : [{ op: 'remove' as const, path: at(id, 'boreM') }]),
    );
  };
  const smaller = sizes.filter((s) => s < run.dash).at(-1);
  const larger = sizes.find((s) => s > run.dash);
  return (
    <div role="group" aria-label="Size">
      <span className="label mb-0.5 block text-sm text-soft">Size</span>
      <div className="flex items-stretch gap-2">
        <button
          type="button"
          className="btn px-3"
          aria-label="One size smaller"
          disabled={readOnly || smaller === undefined}
          onClick={() => set(smaller)}
        >
          <Minus size={18} />
        </button>
        <output
          className="flex grow items-center justify-center border-y-2 border-ink text-lg font-bold"
          data-testid={`size-${id}`}
        >
          -{run.dash}
        </output>
        <button
          type="button"
          className="btn px-3"
          aria-label="One size larger"
          disabled={readOnly || larger === undefined}
          onClick={() => set(larger)}
        >
          <Plus size={18} />
        </button>
      </div>
    </div>
  );
}

/** What the state that is looked at does with it: drawn anew by itself, the form above it is not. */
function StationFacts({ id }: { readonly id: string }) {
  const shown = useShown();
  const format = useFormat();
  const station = shown?.values?.stations.find((s) => s.elementId === id);
  if (!station) return null;
  const facts: (readonly [string, string])[] = [
    ['in', format('pressure', station.pUp)],
    ['out', format('pressure', station.pDown)],
    ['flow', format('flow', station.flow)],
    ...(station.run
      ? ([
          ['speed', format('speed', station.run.velocity)],
          ['Re', station.run.reynolds.toFixed(0)],
          ['of the path', format('fraction', station.run.share)],
          ['fittings as hose', format('length', station.run.equivalentLength)],
        ] as const)
      : []),
    ...(station.valve ? ([['valve', station.valve]] as const) : []),
  ];
  return <FactRow facts={facts} />;
}

import type { ElementOf, PlumbingElement } from '@venula/core/document';
import { elementPath as at } from '@venula/core/edit';
import type { StationResult } from '@venula/core/engine';
import { END_IDS, ENDS, HOSE_KIND_IDS, HOSE_KINDS, partFields, sizesOf } from '@venula/core/kinds';
import { Minus, Plus } from 'lucide-react';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob, useShown } from '../../job/job-context.ts';
import { PumpFields } from './pump-fields.tsx';
import { RegulatorFields } from './regulator-fields.tsx';
import { FigureSources } from '../../job/figure-sources.tsx';
import { PlanChoice, PlanQuantity, PlanText } from '../../job/plan-fields.tsx';
import { Choice } from '../../ui/choice.tsx';

/** The part that was touched, with everything about it that can be changed. */
export function PartTray({ id }: { readonly id: string }) {
  const doc = useDoc();
  const shown = useShown();
  const e = doc.plumbing.elements[id];
  if (!e) return null;
  const station = shown?.values?.stations.find((s) => s.elementId === id);
  return (
    <div className="grid grid-cols-5 gap-x-3 gap-y-2">
      <PlanText path={at(id, 'name')} label="Name" max={80} min={1} />
      {e.kind === 'run' ? (
        <RunFields id={id} run={e} />
      ) : e.kind === 'pump' ? (
        <PumpFields id={id} pump={e} />
      ) : e.kind === 'bypass-regulator' || e.kind === 'blocking-regulator' ? (
        <RegulatorFields id={id} regulator={e} />
      ) : (
        <>
          {e.kind === 'jet' && <JetSource id={id} jet={e} />}
          <NumberFields id={id} part={e} />
        </>
      )}
      {e.kind === 'filter' && (
        <PlanChoice
          path={at(id, 'media')}
          label="Element"
          options={[
            { value: 'glass-fiber', label: 'glass fiber' },
            { value: 'steel', label: 'steel mesh' },
            { value: 'paper', label: 'paper' },
          ]}
        />
      )}
      {station && <StationFacts station={station} />}
      <FigureSources owner={`/plumbing/elements/${id}`} />
    </div>
  );
}

/** Every number of a part, as its kind describes it: what a kind without a form of its own shows. */
function NumberFields({ id, part }: { readonly id: string; readonly part: PlumbingElement }) {
  return partFields(part).map(({ key }) => <PlanQuantity key={key} path={at(id, key)} />);
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

function RunFields({ id, run }: { readonly id: string; readonly run: ElementOf<'run'> }) {
  const { edit, readOnly } = useOpenJob();
  return (
    <>
      <PlanChoice
        path={at(id, 'hose')}
        label="Hose or tube"
        options={HOSE_KIND_IDS.map((k) => ({ value: k, label: HOSE_KINDS[k].name }))}
      />
      <SizeStepper id={id} run={run} />
      <PlanQuantity path={at(id, 'lengthM')} />
      {([0, 1] as const).map((side) => (
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
      ))}
      <PlanQuantity path={at(id, 'bendDegrees')} />
      {run.boreM !== undefined && <PlanQuantity path={at(id, 'boreM')} />}
      <PlanQuantity path={at(id, 'extraK')} />
    </>
  );
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
      <div className="flex items-stretch gap-1">
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

function StationFacts({ station }: { readonly station: StationResult }) {
  const format = useFormat();
  const facts = [
    ['in', format('pressure', station.pUp)],
    ['out', format('pressure', station.pDown)],
    ['flow', format('flow', station.flow)],
    ...(station.run
      ? [
          ['speed', `${station.run.velocity.toFixed(1)} m/s`],
          ['Re', station.run.reynolds.toFixed(0)],
          ['of the path', format('fraction', station.run.share)],
          ['fittings as hose', format('length', station.run.equivalentLength)],
        ]
      : []),
    ...(station.valve ? [['valve', station.valve]] : []),
  ] as const;
  return (
    <dl className="col-span-5 flex flex-wrap gap-x-5 gap-y-1 border-t border-rule pt-2 text-sm">
      {facts.map(([k, v]) => (
        <div key={k} className="flex gap-1.5">
          <dt className="label text-soft">{k}</dt>
          <dd className="font-semibold">{v}</dd>
        </div>
      ))}
    </dl>
  );
}

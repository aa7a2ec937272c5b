import { makeVent, type Junction } from '@venula/core/document';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob, useShown } from '../../job/job-context.ts';
import { FigureSources } from '../../job/figure-sources.tsx';
import { PlanForm } from '../../job/plan-form.tsx';
import { FactRow } from '../../ui/fact-row.tsx';

/** A place where ways meet: tank, rail, Y, surge tank, the car's own supply. */
export function JunctionTray({ id }: { readonly id: string }) {
  const doc = useDoc();
  const junction = doc.plumbing.junctions[id];
  if (!junction) return null;
  const owner = `/plumbing/junctions/${id}`;
  return (
    <div className="form-grid">
      <PlanForm owner={owner} />
      {junction.kind === 'tank' && <Vents tankId={id} />}
      <JunctionFacts id={id} junction={junction} />
      <FigureSources owner={owner} />
    </div>
  );
}

/** What a tank breathes through, line by line. */
function Vents({ tankId }: { readonly tankId: string }) {
  const { vents } = useDoc().plumbing;
  const { edit, readOnly } = useOpenJob();
  const own = Object.entries(vents ?? {}).filter(([, v]) => v.tankId === tankId);
  const add = () => {
    let n = 1;
    while (`vent-${n}` in (vents ?? {})) n += 1;
    const value = makeVent(tankId);
    edit(
      vents
        ? { op: 'add', path: `/plumbing/vents/vent-${n}`, value }
        : { op: 'add', path: '/plumbing/vents', value: { 'vent-1': value } },
    );
  };
  return (
    <>
      {own.map(([id, vent]) => (
        <fieldset key={id} className="form-grid col-span-full border-t border-rule pt-1">
          <legend className="label pr-2 font-semibold">{vent.name}</legend>
          <PlanForm owner={`/plumbing/vents/${id}`} />
          {!readOnly && (
            <button
              type="button"
              className="btn btn-small self-end"
              onClick={() => edit({ op: 'remove', path: `/plumbing/vents/${id}` })}
            >
              Remove this vent
            </button>
          )}
        </fieldset>
      ))}
      {!readOnly && (
        <button type="button" className="btn self-end" onClick={add}>
          Add a vent line
        </button>
      )}
    </>
  );
}

function JunctionFacts({ id, junction }: { readonly id: string; readonly junction: Junction }) {
  const shown = useShown();
  const doc = useDoc();
  const format = useFormat();
  const values = shown?.values;
  if (!values) return null;
  const facts: [string, string][] = [['pressure', format('pressure', values.junctions[id] ?? 0)]];
  const out = values.balance.out[id];
  const fill = values.balance.surge[id];
  if (junction.kind === 'factory' && out !== undefined) {
    facts.push(['feeds', format('flow', out)]);
    facts.push(['its regulator bypasses', format('flow', Math.max(0, junction.capacityM3s - out))]);
  } else if (out !== undefined) {
    facts.push([out >= 0 ? 'gives' : 'gains', format('flow', Math.abs(out))]);
  }
  if (fill !== undefined) facts.push([fill >= 0 ? 'overflows' : 'loses', format('flow', Math.abs(fill))]);
  const ways = Object.values(doc.plumbing.paths).filter((p) => p.from === id || p.to === id).length;
  facts.push(['ways', String(ways)]);
  return <FactRow facts={facts} />;
}

import { inFlowOrder } from '@venula/core/document';
import { isUs } from '@venula/core/quantities';
import { sayState } from '@venula/core/say';
import { elementPath } from '@venula/core/edit';
import type { StationResult } from '@venula/core/engine';
import { HOSE_KINDS, sizesOf } from '@venula/core/kinds';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useShown } from '../../job/job-context.ts';
import { PlanChoice, PlanQuantity } from '../../job/plan-fields.tsx';
import { captionOf } from './plumb-loop.ts';

/** The table twin of the drawing: every part in the order the fuel meets it; runs are sized and measured in place. */
export function RunsTable({
  selected,
  onSelect,
}: {
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
}) {
  const shown = useShown();
  const format = useFormat();
  const { units } = useSettings();
  const doc = useDoc();
  const byId = new Map((shown?.values?.stations ?? []).map((s) => [s.elementId, s]));
  const stations = inFlowOrder(doc.plumbing.paths).flatMap(([, p]) =>
    p.order.flatMap((id) => byId.get(id) ?? []),
  );
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm">
        <caption className="sr-only">
          Parts in the order the fuel meets them, {shown && sayState(shown.state)}
        </caption>
        <thead>
          <tr className="label border-b-2 border-ink text-soft">
            {['Part', 'What', 'In', 'Out', 'Drop', 'Flow', 'Speed'].map((h, i) => (
              <th key={h} scope="col" className={`cell py-1 font-semibold ${i > 1 ? 'num' : ''}`}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="rows-middle">
          {stations.map((s: StationResult) => (
            <tr
              key={s.elementId}
              className={`border-b border-rule ${s.elementId === selected ? 'bg-mark/25' : ''}`}
            >
              <th scope="row" className="cell py-0 font-medium">
                <button
                  type="button"
                  className="min-h-[52px] min-w-[44px] text-left underline decoration-rule underline-offset-4"
                  onClick={() => onSelect(s.elementId)}
                >
                  {s.name}
                </button>
              </th>
              <td className="cell label text-soft">
                <What id={s.elementId} />
              </td>
              <td className="cell num">{format('pressure', s.pUp)}</td>
              <td className="cell num">{format('pressure', s.pDown)}</td>
              <td className="cell num font-semibold">{format('pressure', s.pUp - s.pDown)}</td>
              <td className="cell num">{format('flow', s.flow)}</td>
              <td className="cell num">{s.run ? format('speed', s.run.velocity) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="label mt-1 text-sm text-soft">
        In and out as a gauge shows them, to {isUs(units) ? 'half a psi above 20 psi' : '1 kPa above 140 kPa'}
        ; the drop is solved and finer.
      </p>
    </div>
  );
}

function What({ id }: { readonly id: string }) {
  const doc = useDoc();
  const { units } = useSettings();
  const e = doc.plumbing.elements[id];
  if (!e) return null;
  if (e.kind !== 'run' || e.boreM !== undefined) return captionOf(doc, id, units);
  const sizes = sizesOf(HOSE_KINDS[e.hose]);
  return (
    <span className="grid w-[190px] grid-cols-[76px_1fr] gap-2">
      <PlanChoice
        bare
        path={elementPath(id, 'dash')}
        label={`Size of ${e.name}`}
        options={sizes.map((d) => ({ value: d, label: `-${d}` }))}
      />
      <PlanQuantity bare path={elementPath(id, 'lengthM')} label={`Length of ${e.name}`} />
    </span>
  );
}

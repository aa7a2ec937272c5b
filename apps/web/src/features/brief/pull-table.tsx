import { Plus, Trash2 } from 'lucide-react';
import { givePowerAt } from '@venula/core/edit';
import { atPlace, powerPlace } from '@venula/core/quantities';
import { sayPower } from '@venula/core/say';
import { useFormat } from '../../app/settings.ts';
import { fieldAt } from '@venula/core/formats';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { PlanField } from '../../job/plan-form.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { PullTools } from './pull-tools.tsx';

/** As many as the format takes. */
const MOST_POINTS = 60;

/** Two points at one engine speed cannot both hold: the newer one steps aside, up, or down where there is no more above. */
function besides(others: readonly number[], rpm: number, fastest: number): number {
  let up = rpm;
  while (others.includes(up)) up += 1;
  if (up <= fastest) return up;
  let down = rpm;
  while (others.includes(down)) down -= 1;
  return down;
}

const KEYS = ['rpm', 'powerW', 'boostPa'] as const;

/** The pull as points. The list is changed as a whole: an index means nothing once somebody else has edited. */
export function PullTable() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const columns = KEYS.map((key) => ({ key, field: fieldAt(doc, `/brief/pull/0/${key}`)! }));
  const pull = [...doc.brief.pull].sort((a, b) => a.rpm - b.rpm);
  const put = (value: typeof pull) =>
    edit({ op: 'replace', path: '/brief/pull', value: [...value].sort((a, b) => a.rpm - b.rpm) });
  const last = pull.at(-1)!;
  const peak = Math.max(...pull.map((p) => p.powerW));
  const fastest = columns.find((f) => f.key === 'rpm')!.field.max;
  const add = () => put([...pull, { ...last, rpm: Math.min(last.rpm + 500, fastest) }]);
  return (
    <table className="w-full">
      <caption className="label text-left text-sm text-soft">
        The pull, from where boost comes in to redline; power {atPlace(doc.brief.powerBasis)}
        {doc.brief.powerBasis === 'wheels' && `: ${sayPower(doc.brief, peak, format)}`}
      </caption>
      <thead className="sr-only">
        <tr>
          {columns.map((f) => (
            <th key={f.key}>{f.field.label}</th>
          ))}
          <th>Remove</th>
        </tr>
      </thead>
      <tbody>
        {pull.map((point, i) => (
          <tr key={`${point.rpm}-${i}`}>
            {columns.map((f) => (
              <td key={f.key} className="py-1 pr-2 align-top">
                <QuantityField
                  bare
                  label={`${f.field.label}, point ${i + 1}`}
                  dimension={f.field.dimension}
                  value={point[f.key]}
                  range={f.field}
                  disabled={readOnly}
                  onCommit={(value, typed) => {
                    const place = f.key === 'powerW' ? powerPlace(typed) : undefined;
                    if (place && place !== doc.brief.powerBasis) {
                      // "600 whp": all powers are given at the wheels from here on, the others being what they were.
                      const moved = givePowerAt(doc, place);
                      const points = moved.find((o) => o.path === '/brief/pull')!.value as typeof pull;
                      const rest = moved.filter((o) => o.path !== '/brief/pull');
                      const now = points.map((p) => (p.rpm === point.rpm ? { ...p, powerW: value } : p));
                      edit(...rest, { op: 'replace', path: '/brief/pull', value: now });
                      return;
                    }
                    const others = pull.filter((_, k) => k !== i).map((p) => p.rpm);
                    const at = f.key === 'rpm' ? besides(others, value, fastest) : value;
                    put(pull.map((p, k) => (k === i ? { ...p, [f.key]: at } : p)));
                  }}
                />
              </td>
            ))}
            <td className="w-10 py-1 align-top">
              <button
                type="button"
                className="btn btn-small border-0 px-2"
                aria-label={`Remove the point at ${point.rpm} rpm`}
                disabled={readOnly || pull.length < 2}
                onClick={() => put(pull.filter((_, k) => k !== i))}
              >
                <Trash2 size={17} />
              </button>
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={4} className="pt-2">
            <div className="flex gap-2 whitespace-nowrap">
              <button
                type="button"
                className="btn btn-small"
                disabled={readOnly || pull.length >= MOST_POINTS || last.rpm >= fastest}
                onClick={add}
              >
                <Plus size={16} /> Add a point
              </button>
              <PullTools />
            </div>
            <div className="mt-2 max-w-[260px]">
              <PlanField path="/brief/powerBasis" />
            </div>
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

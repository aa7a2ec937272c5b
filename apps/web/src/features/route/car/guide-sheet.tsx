import type { Guide, Vehicle } from '@venula/core/fit';
import { Plus, Trash2 } from 'lucide-react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';

const MOST_POINTS = 40;

/** Along the tunnel from tank to engine, where factories run their lines: a start, to be moved onto what is there. */
export function usualGuide(name: string, { tank, engine, floorM }: Vehicle): Guide {
  const z = floorM + 0.05;
  const y = 0.2;
  return {
    name,
    points: [
      { x: tank.x, y, z: tank.z },
      { x: tank.x + (engine.x < tank.x ? -0.35 : 0.35), y, z },
      { x: engine.x + (engine.x < tank.x ? 0.35 : -0.35), y, z },
      { x: engine.x, y, z: engine.z },
    ],
  };
}

/** A line to be followed: its name, and its points as they were measured. */
export function GuideSheet({
  id,
  point,
  onPoint,
  onClose,
}: {
  readonly id: string;
  readonly point: number | null;
  readonly onPoint: (point: number | null) => void;
  readonly onClose: () => void;
}) {
  const guide = useDoc().routing?.guides?.[id];
  const { edit, readOnly } = useOpenJob();
  if (!guide) return null;
  const at = `/routing/guides/${id}`;
  const { points } = guide;
  const put = (next: Guide['points']): void => edit({ op: 'replace', path: `${at}/points`, value: next });
  const addAfter = (i: number): void => {
    const [a, b] = [points[i]!, points[i + 1] ?? points[i - 1]!];
    const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 };
    put([...points.slice(0, i + 1), middle, ...points.slice(i + 1)]);
    onPoint(i + 1);
  };
  const open = point !== null && point < points.length ? point : null;
  return (
    <div className="grid gap-3">
      <p className="text-soft">
        It stays where it is. Open a line of the plan and run it beside this one at a set distance.
      </p>
      <div className="form-grid">
        <PlanForm owner={at} own={{ points: null }} />
      </div>
      <div className="flex flex-wrap gap-2" role="group" aria-label="Points">
        {points.map((_, i) => (
          <button
            key={i}
            type="button"
            aria-pressed={i === open}
            aria-label={`Point ${i + 1}`}
            className={`btn btn-small min-w-[44px] ${i === open ? 'bg-mark/40' : ''}`}
            onClick={() => onPoint(i === open ? null : i)}
          >
            {i + 1}
          </button>
        ))}
      </div>
      {open !== null && (
        <div className="form-grid">
          <PlanForm key={open} owner={`${at}/points/${open}`} />
          <div className="col-span-full flex flex-wrap gap-2">
            <button
              type="button"
              className="btn btn-small"
              disabled={readOnly || points.length >= MOST_POINTS || open === points.length - 1}
              onClick={() => addAfter(open)}
            >
              <Plus size={16} aria-hidden /> Point after this
            </button>
            <button
              type="button"
              className="btn btn-small"
              disabled={readOnly || points.length <= 2}
              onClick={() => {
                put(points.filter((_, i) => i !== open));
                onPoint(null);
              }}
            >
              <Trash2 size={16} aria-hidden /> Take it out
            </button>
          </div>
        </div>
      )}
      <button
        type="button"
        className="btn btn-small justify-self-start"
        disabled={readOnly}
        onClick={() => {
          edit({ op: 'remove', path: at });
          onClose();
        }}
      >
        <Trash2 size={16} aria-hidden /> It is not there
      </button>
    </div>
  );
}

import { follow, layRoute, LINE_FIELDS, mirrored, type LineRoute, type RoutePoint } from '@venula/core/fit';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { Choice } from '../../../ui/choice.tsx';
import { QuantityField } from '../../../ui/quantity-field.tsx';
import type { Line } from '../use-lines.ts';

const AXES = ['x', 'y', 'z'] as const;
const MOST = 40;
const SPACING = 0.0508;
const ANY = 'none';

/** The points of a drawn line: one open, typed to the eighth; another put in, one taken out; beside another line. */
export function PointSheet({
  line: { id, route },
  lines,
  point,
  onPoint,
}: {
  readonly line: Line & { readonly route: LineRoute };
  readonly lines: readonly Line[];
  readonly point: number | null;
  readonly onPoint: (point: number | null) => void;
}) {
  const doc = useDoc();
  const format = useFormat();
  const { edit, readOnly } = useOpenJob();
  const { points } = route;
  const put = (next: readonly RoutePoint[]): void =>
    edit(...layRoute(doc, id, { ...route, points: [...next] }));
  const guides = Object.entries(doc.routing?.guides ?? {}).map(([key, g]): Beside => ({
    id: `guide ${key}`,
    name: g.name,
    points: g.points.map((p) => ({ ...p, clip: true, sleeved: false })),
  }));
  const at = point !== null && point < points.length ? point : null;
  const open = at === null ? undefined : points[at];
  const set = (change: Partial<RoutePoint>): void =>
    put(points.map((p, i) => (i === at ? { ...p, ...change } : p)));
  const addAfter = (i: number): void => {
    const [a, b] = [points[i]!, points[i + 1] ?? points[i - 1]!];
    const middle: RoutePoint = {
      ...a,
      x: (a.x + b.x) / 2,
      y: (a.y + b.y) / 2,
      z: (a.z + b.z) / 2,
      clip: true,
    };
    put([...points.slice(0, i + 1), middle, ...points.slice(i + 1)]);
    onPoint(i + 1);
  };
  return (
    <section aria-label="Points" className="grid gap-2">
      <h3 className="headline text-base">Points</h3>
      <div className="flex flex-wrap gap-2">
        {points.map((p, i) => (
          <button
            key={i}
            type="button"
            aria-pressed={i === at}
            aria-label={`Point ${i + 1}${p.clip ? ', a clip' : ''}${p.sleeved ? ', sleeved on' : ''}`}
            className={`btn btn-small min-w-[44px] ${i === at ? 'bg-mark/40' : ''}`}
            onClick={() => onPoint(i === at ? null : i)}
          >
            {i + 1}
          </button>
        ))}
      </div>
      {open && at !== null && (
        <div className="form-grid">
          {AXES.map((axis) => (
            <QuantityField
              key={axis}
              label={LINE_FIELDS[axis].label}
              dimension="tape"
              value={open[axis]}
              range={LINE_FIELDS[axis]}
              disabled={readOnly}
              onCommit={(v) => set({ [axis]: v })}
            />
          ))}
          <Choice
            label="Held by"
            value={open.clip ? 'clip' : 'none'}
            options={[
              { value: 'clip', label: 'a clip' },
              { value: 'none', label: 'nothing' },
            ]}
            disabled={readOnly}
            onChoose={(v) => set({ clip: v === 'clip' })}
          />
          <Choice
            label="From here on"
            value={open.sleeved ? 'sleeved' : 'bare'}
            options={[
              { value: 'bare', label: 'bare' },
              { value: 'sleeved', label: 'sleeved' },
            ]}
            disabled={readOnly || at === points.length - 1}
            onChoose={(v) => set({ sleeved: v === 'sleeved' })}
          />
          <div className="col-span-full flex flex-wrap gap-2">
            <button
              type="button"
              className="btn btn-small"
              disabled={readOnly || points.length >= MOST || at === points.length - 1}
              onClick={() => addAfter(at)}
            >
              + Point after this
            </button>
            <button
              type="button"
              className="btn btn-small"
              disabled={readOnly || points.length <= 2}
              onClick={() => {
                put(points.filter((_, i) => i !== at));
                onPoint(null);
              }}
            >
              <Trash2 size={16} aria-hidden /> Take it out
            </button>
          </div>
        </div>
      )}
      <BesideOther
        others={[
          ...lines.flatMap((l): Beside[] =>
            l.id !== id && l.route?.how === 'drawn' && l.shape
              ? [{ id: l.id, name: l.run.name, points: l.route.points }]
              : [],
          ),
          ...guides,
        ]}
        disabled={readOnly}
        spacing={format('tape', SPACING)}
        onFollow={(other, off) => put(keepEnds(points, follow(other.points, off)))}
        onMirror={() => put(mirrored(points))}
      />
    </section>
  );
}

/** Its own ports stay where they are. */
const keepEnds = (own: readonly RoutePoint[], beside: readonly RoutePoint[]): RoutePoint[] => {
  const [first, last] = [own[0]!, own.at(-1)!];
  const inner = beside.slice(1, -1);
  const far = (a: RoutePoint, b: RoutePoint): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
  const turned =
    inner.length > 1 && far(first, inner[0]!) > far(first, inner.at(-1)!) ? [...inner].reverse() : inner;
  return [first, ...turned, last];
};

/** Something with points that a line can run along. */
interface Beside {
  readonly id: string;
  readonly name: string;
  readonly points: readonly RoutePoint[];
}

function BesideOther({
  others,
  disabled,
  spacing,
  onFollow,
  onMirror,
}: {
  readonly others: readonly Beside[];
  readonly disabled: boolean;
  readonly spacing: string;
  readonly onFollow: (other: Beside, off: { y: number; z: number }) => void;
  readonly onMirror: () => void;
}) {
  const [other, setOther] = useState<string>(ANY);
  const line = others.find((l) => l.id === other);
  return (
    <div className="grid gap-2">
      {others.length > 0 && (
        <Choice
          label={`Run it ${spacing} beside`}
          value={other}
          options={[
            { value: ANY, label: 'no other line' },
            ...others.map((l) => ({ value: l.id, label: l.name })),
          ]}
          disabled={disabled}
          onChoose={setOther}
        />
      )}
      <div className="flex flex-wrap gap-2">
        {line &&
          (
            [
              ['right of it', { y: SPACING, z: 0 }],
              ['left of it', { y: -SPACING, z: 0 }],
              ['above it', { y: 0, z: SPACING }],
            ] as const
          ).map(([where, off]) => (
            <button
              key={where}
              type="button"
              className="btn btn-small"
              disabled={disabled}
              onClick={() => onFollow(line, off)}
            >
              {where}
            </button>
          ))}
        <button type="button" className="btn btn-small" disabled={disabled} onClick={onMirror}>
          To the other side of the car
        </button>
      </div>
    </div>
  );
}

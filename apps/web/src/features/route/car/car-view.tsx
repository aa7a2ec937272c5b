import {
  bareRoute,
  drawnShape,
  layRoute,
  passings,
  usualPoints,
  type Guide,
  type KeepOut,
  type Passing,
  type RoutePoint,
  type RouteShape,
  type Vehicle,
} from '@venula/core/fit';
import { inFlowOrder, type JobDocument } from '@venula/core/document';
import { useCallback, useMemo, useState } from 'react';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { Headline } from '../../../ui/headline.tsx';
import { LINES } from '../../../ui/lines.ts';
import { useWidth } from '../../../ui/use-size.ts';
import type { Line } from '../use-lines.ts';
import { CarBody } from './car-body.tsx';
import { CarSetup } from './car-setup.tsx';
import { DrawnLine } from './drawn-line.tsx';
import { GuideLine } from './guide-line.tsx';
import { KeepOutMark } from './keep-out-mark.tsx';
import { Nearest } from './nearest.tsx';
import { PictureBehind } from './picture-behind.tsx';
import { PictureDialog } from './picture-dialog.tsx';
import { PointHandles } from './point-handles.tsx';
import { PROJECTIONS, scaleOf, type Spot } from './projection.ts';

/** What is open on the drawing. */
export type Opened =
  | { readonly of: 'line'; readonly id: string; readonly point: number | null }
  | { readonly of: 'thing'; readonly id: string }
  | { readonly of: 'guide'; readonly id: string; readonly point: number | null }
  | { readonly of: 'car' }
  | null;

interface Draft {
  readonly id: string;
  readonly points: readonly RoutePoint[];
}

/** A line to follow while one of its points is dragged. */
interface GuideDraft {
  readonly id: string;
  readonly points: Guide['points'];
}

const NO_THINGS: Readonly<Record<string, KeepOut>> = {};

/** The car to scale with what is in the way, and the lines drawn into it. */
export function CarView({
  lines,
  opened,
  onOpen,
}: {
  readonly lines: readonly Line[];
  readonly opened: Opened;
  readonly onOpen: (opened: Opened) => void;
}) {
  const doc = useDoc();
  const vehicle = doc.routing?.vehicle;
  return vehicle ? (
    <Drawing {...{ lines, opened, onOpen, vehicle }} things={doc.routing?.keepOuts ?? NO_THINGS} />
  ) : (
    <CarSetup />
  );
}

function Drawing({
  lines,
  opened,
  onOpen,
  vehicle,
  things,
}: {
  readonly lines: readonly Line[];
  readonly opened: Opened;
  readonly onOpen: (opened: Opened) => void;
  readonly vehicle: Vehicle;
  readonly things: Readonly<Record<string, KeepOut>>;
}) {
  const doc = useDoc();
  const { id: jobId, edit, readOnly } = useOpenJob();
  const format = useFormat();
  const [ref, width] = useWidth<HTMLDivElement>(760);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [guideDraft, setGuideDraft] = useState<GuideDraft | null>(null);
  const guides = Object.entries(doc.routing?.guides ?? {});
  const { backdrops } = doc.routing ?? {};
  const guide = opened?.of === 'guide' ? doc.routing?.guides?.[opened.id] : undefined;
  const openGuide = useCallback((id: string) => onOpen({ of: 'guide', id, point: null }), [onOpen]);
  const guidePoints = (id: string, g: Guide): Guide['points'] =>
    guideDraft?.id === id ? guideDraft.points : g.points;
  const movedGuide = (g: Guide, at: number, to: Partial<Spot>): Guide['points'] =>
    g.points.map((p, i) => (i === at ? { ...p, ...held(to) } : p));
  const roles = useMemo(
    () => new Map(inFlowOrder(doc.plumbing.paths).flatMap(([, p]) => p.order.map((id) => [id, p.role]))),
    [doc.plumbing.paths],
  );
  const openLine = useCallback((id: string) => onOpen({ of: 'line', id, point: null }), [onOpen]);
  const openThing = useCallback((id: string) => onOpen({ of: 'thing', id }), [onOpen]);
  const drawn = lines.filter((l) => l.shape);
  const chosen = opened?.of === 'line' ? drawn.find((l) => l.id === opened.id) : undefined;
  const live = chosen ? liveOf(doc, chosen, draft) : null;
  const worst = live?.passes[0];

  const moved = (at: number, to: Partial<Spot>): readonly RoutePoint[] =>
    live!.points.map((p, i) => (i === at ? { ...p, ...held(to) } : p));
  const drop = (at: number, to?: Partial<Spot>): void => {
    const points = to ? moved(at, to) : draft?.points;
    setDraft(null);
    if (chosen?.route && points) edit(...layRoute(doc, chosen.id, { ...chosen.route, points: [...points] }));
  };
  const draw = (id: string): void => {
    edit(
      ...layRoute(doc, id, {
        ...(doc.routing?.lines[id] ?? bareRoute('drawn')),
        how: 'drawn',
        points: usualPoints(doc, id, vehicle),
      }),
    );
    openLine(id);
  };

  return (
    <>
      {live && chosen ? (
        <Headline
          tone={worst && !worst.assumed && worst.distance < worst.needs ? 'fix' : 'good'}
          sentence={
            worst
              ? `${chosen.run.name}: ${worst.distance <= 0 ? 'touches' : `${format('tape', worst.distance)} from`} ${worst.name.toLowerCase()}${worst.assumed ? ' as it usually is' : ''}, wants ${format('tape', worst.needs)}.`
              : `${chosen.run.name}: nothing in its way.`
          }
          second={`${format('tape', live.shape.length)} long, bends ${Math.round((live.shape.turn * 180) / Math.PI)}° in all, ${format('tape', live.shape.lowest)} above the ground at its lowest.`}
        />
      ) : (
        <Headline
          tone="good"
          sentence={`${drawn.length} of ${lines.length} lines drawn.`}
          second="Touch a line, a point or what is in the way. Drag a point to move it."
        />
      )}
      <div className="no-print mb-2 flex flex-wrap gap-2">
        {lines.map((l) =>
          l.shape ? (
            <button
              key={l.id}
              type="button"
              className={`btn btn-small ${l.id === chosen?.id ? 'bg-mark/40' : ''}`}
              aria-pressed={l.id === chosen?.id}
              onClick={() => openLine(l.id)}
            >
              {l.run.name}
            </button>
          ) : (
            <button
              key={l.id}
              type="button"
              className="btn btn-small"
              disabled={readOnly}
              onClick={() => draw(l.id)}
            >
              Draw {l.run.name.toLowerCase()}
            </button>
          ),
        )}
        <button type="button" className="btn btn-small" onClick={() => onOpen({ of: 'car' })}>
          The car, and what is in it
        </button>
      </div>
      <div ref={ref} className="grid gap-3">
        {PROJECTIONS.map((view) => {
          const scale = scaleOf(view, vehicle, width);
          return (
            <figure key={view.key}>
              <svg
                width={scale.width}
                height={scale.height}
                role="group"
                aria-label={view.name}
                // To scale: what lies close in the car lies close here. Every line, point and thing has a button beside it.
                data-to-scale
                className="max-w-full overflow-visible"
              >
                {backdrops?.[view.key] && (
                  <PictureBehind jobId={jobId} picture={backdrops[view.key]!} scale={scale} />
                )}
                <CarBody view={view} scale={scale} vehicle={vehicle} />
                {Object.entries(things).map(([id, thing]) => (
                  <KeepOutMark
                    key={id}
                    {...{ id, thing, view, scale }}
                    open={opened?.of === 'thing' && opened.id === id}
                    onOpen={openThing}
                  />
                ))}
                {guides.map(([id, g]) => (
                  <GuideLine
                    key={id}
                    id={id}
                    guide={g}
                    points={guidePoints(id, g)}
                    open={opened?.of === 'guide' && opened.id === id}
                    onOpen={openGuide}
                    {...{ view, scale }}
                  />
                ))}
                {drawn.map((l) => {
                  const style = LINES[roles.get(l.id) === 'return' ? 'return' : 'feed'];
                  const mine = l.id === chosen?.id && live;
                  return (
                    <DrawnLine
                      key={l.id}
                      id={l.id}
                      name={l.run.name}
                      points={mine ? live.points : l.route!.points}
                      shape={mine ? live.shape : l.shape!}
                      color={style.color}
                      dash={'dash' in style ? style.dash : undefined}
                      chosen={l.id === chosen?.id}
                      onChoose={openLine}
                      {...{ view, scale }}
                    />
                  );
                })}
                {live && worst && <Nearest passing={worst} shape={live.shape} {...{ view, scale }} />}
                {opened?.of === 'guide' && guide && (
                  <PointHandles
                    points={guidePoints(opened.id, guide)}
                    at={opened.point}
                    onOpen={(point) => onOpen({ ...opened, point })}
                    onDrag={(at, to) => setGuideDraft({ id: opened.id, points: movedGuide(guide, at, to) })}
                    onDrop={(at, to) => {
                      const value = to ? movedGuide(guide, at, to) : guideDraft?.points;
                      setGuideDraft(null);
                      if (value) edit({ op: 'replace', path: `/routing/guides/${opened.id}/points`, value });
                    }}
                    {...{ view, scale, readOnly }}
                  />
                )}
                {live && (
                  <PointHandles
                    points={live.points}
                    at={opened?.of === 'line' ? opened.point : null}
                    onOpen={(point) => onOpen({ of: 'line', id: chosen!.id, point })}
                    onDrag={(at, to) => setDraft({ id: chosen!.id, points: moved(at, to) })}
                    onDrop={drop}
                    {...{ view, scale, readOnly }}
                  />
                )}
              </svg>
              <figcaption className="label flex flex-wrap items-center gap-3 text-sm text-soft">
                <span>
                  {view.name}
                  {view.key === 'above' &&
                    Object.values(things).some((t) => t.assumed) &&
                    '; ? stands where it usually does, not measured'}
                </span>
                <span className="no-print">
                  <PictureDialog view={view} vehicle={vehicle} />
                </span>
              </figcaption>
            </figure>
          );
        })}
      </div>
    </>
  );
}

interface Live {
  readonly points: readonly RoutePoint[];
  readonly shape: RouteShape;
  readonly passes: readonly Passing[];
}

/** The line that is open; while a point is dragged laid anew from where it is now. */
function liveOf(doc: JobDocument, { id, run, route, shape, passes }: Line, draft: Draft | null): Live | null {
  if (!route || !shape) return null;
  if (draft?.id !== id) return { points: route.points, shape, passes };
  const moved = { ...route, points: [...draft.points] };
  const laid = drawnShape(doc, run, moved);
  return laid && { points: draft.points, shape: laid, passes: passings(doc, run, moved, laid) };
}

/** Within what a point may be. */
const REACH = { x: [-3, 8], y: [-3, 3], z: [-1, 3] } as const;
const held = (to: Partial<Spot>): Partial<Spot> =>
  Object.fromEntries(
    Object.entries(to).map(([axis, v]) => {
      const [low, high] = REACH[axis as keyof Spot];
      return [axis, Math.min(high, Math.max(low, v))];
    }),
  );

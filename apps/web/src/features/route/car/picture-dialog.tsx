import { pictureScale, type Backdrop, type Vehicle } from '@venula/core/fit';
import { Dialog } from 'radix-ui';
import { useState, type PointerEvent } from 'react';
import { tell } from '../../../api/client.ts';
import { photoAddress, usePhotos, useSendPhoto, type PhotoRow } from '../../../api/photos.ts';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { guarded } from '../../../ui/guarded.tsx';
import { QuantityField } from '../../../ui/quantity-field.tsx';
import type { Projection } from './projection.ts';

type Mark = { readonly u: number; readonly v: number };
type InView = { readonly right: number; readonly up: number };

/** Height of a wheel’s middle, m: by the tire, to be typed over. */
const HUB = 0.31;
/** What is easily found on a picture of each view, and where it is in the car. */
function landmarks(view: Projection['key'], { wheelbaseM, trackM }: Vehicle) {
  switch (view) {
    case 'above':
      return [
        { name: 'middle of the front axle', at: { right: 0, up: 0 } },
        { name: 'middle of the rear axle', at: { right: wheelbaseM, up: 0 } },
      ] as const;
    case 'side':
      return [
        { name: 'middle of the front wheel', at: { right: 0, up: HUB } },
        { name: 'middle of the rear wheel', at: { right: wheelbaseM, up: HUB } },
      ] as const;
    case 'behind':
      return [
        { name: 'middle of the left wheel', at: { right: -trackM / 2, up: HUB } },
        { name: 'middle of the right wheel', at: { right: trackM / 2, up: HUB } },
      ] as const;
  }
}

/** A photo or a drawing of the shop’s own behind a view: two points of it are touched and said where they are in the car. */
export function PictureDialog({ view, vehicle }: { readonly view: Projection; readonly vehicle: Vehicle }) {
  const { readOnly } = useOpenJob();
  const has = useDoc().routing?.backdrops?.[view.key] !== undefined;
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="btn btn-small" disabled={readOnly}>
        {has ? 'Picture behind it…' : 'Put a picture behind it…'}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 max-h-[96vh] w-[1080px] max-w-[98vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-5 max-md:p-3"
          aria-describedby="picture-how"
        >
          <Dialog.Title className="headline text-xl">Picture behind “{view.name}”</Dialog.Title>
          <p id="picture-how" className="text-sm text-soft">
            A photo taken square to that side, or a drawing. Touch two points of it that you have measured in
            the car, as far apart as there are.
          </p>
          <Calibrate view={view} vehicle={vehicle} onDone={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Calibrate({
  view,
  vehicle,
  onDone,
}: {
  readonly view: Projection;
  readonly vehicle: Vehicle;
  readonly onDone: () => void;
}) {
  const { id: jobId, edit } = useOpenJob();
  const format = useFormat();
  const backdrops = useDoc().routing?.backdrops;
  const old = backdrops?.[view.key];
  const photos = usePhotos(jobId);
  const send = useSendPhoto(jobId);
  const known = landmarks(view.key, vehicle);
  const [photo, setPhoto] = useState<Pick<PhotoRow, 'id' | 'width' | 'height'> | null>(
    old ? { id: old.photo, width: old.widthPx, height: old.heightPx } : null,
  );
  const [marks, setMarks] = useState<readonly (Mark | null)[]>(old ? [old.first, old.second] : [null, null]);
  const [are, setAre] = useState<readonly InView[]>(
    old ? [old.firstIs, old.secondIs] : known.map((k) => k.at),
  );
  const [next, setNext] = useState<0 | 1>(0);
  const put = (value: Backdrop | null): void => {
    if (value && backdrops) edit({ op: 'add', path: `/routing/backdrops/${view.key}`, value });
    else if (value) edit({ op: 'add', path: '/routing/backdrops', value: { [view.key]: value } });
    else if (old) edit({ op: 'remove', path: `/routing/backdrops/${view.key}` });
    onDone();
  };
  const take = (chosen: PhotoRow): void => {
    setPhoto(chosen);
    setMarks([null, null]);
    setNext(0);
  };
  const [first, second] = marks;
  const picture: Backdrop | null =
    photo && first && second
      ? {
          photo: photo.id,
          widthPx: photo.width,
          heightPx: photo.height,
          first,
          second,
          firstIs: are[0]!,
          secondIs: are[1]!,
        }
      : null;
  const lies = picture && pictureScale(picture);
  return (
    <div className="mt-3 grid gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <label className="btn btn-small cursor-pointer">
          {send.isPending ? 'Sending…' : 'Take or choose a photo'}
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            className="sr-only"
            disabled={send.isPending}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file)
                send.mutate({ file, caption: view.name, about: `view:${view.key}` }, { onSuccess: take });
            }}
          />
        </label>
        {(photos.data ?? []).map((p, i) => (
          <button
            key={p.id}
            type="button"
            aria-pressed={p.id === photo?.id}
            aria-label={`Photo ${i + 1}${p.caption ? `, ${p.caption}` : ''}`}
            className={`border-2 ${p.id === photo?.id ? 'border-mark' : 'border-rule'}`}
            onClick={() => take(p)}
          >
            <img
              src={photoAddress(jobId, p.id)}
              alt=""
              className="h-[60px] w-[84px] object-cover"
              loading="lazy"
            />
          </button>
        ))}
      </div>
      {send.error && (
        <p role="alert" className="font-semibold text-stop">
          {tell(send.error)}
        </p>
      )}
      {photo && (
        <>
          <p className="font-semibold" aria-live="polite">
            {first && second
              ? 'Both points are set: touch the picture to move the one that is chosen.'
              : `Touch the ${first ? 'second' : 'first'} point: ${known[first ? 1 : 0].name}, or another you measured.`}
          </p>
          <Marked
            jobId={jobId}
            photo={photo}
            marks={marks}
            next={next}
            onMark={(mark) => {
              setMarks(marks.map((m, i) => (i === next ? mark : m)));
              if (!marks[1 - next]) setNext(next === 0 ? 1 : 0);
            }}
          />
          <div className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
            {([0, 1] as const).map((i) => (
              <fieldset key={i} className="form-grid border-t-2 border-ink pt-2">
                <legend className="sr-only">{i === 0 ? 'First point' : 'Second point'}</legend>
                <button
                  type="button"
                  aria-pressed={next === i}
                  className={`btn btn-small col-span-full justify-self-start ${next === i ? 'bg-mark/40' : ''}`}
                  onClick={() => setNext(i)}
                >
                  {i === 0 ? 'First point' : 'Second point'}
                  {marks[i] ? '' : ', not touched yet'}
                </button>
                {(['right', 'up'] as const).map((axis) => (
                  <QuantityField
                    key={axis}
                    label={AXES[axis === 'right' ? view.right : view.up]}
                    dimension="tape"
                    value={are[i]![axis]}
                    range={axis === 'right' ? { min: -5, max: 10 } : { min: -5, max: 10 }}
                    onCommit={(v) => setAre(are.map((p, n) => (n === i ? { ...p, [axis]: v } : p)))}
                  />
                ))}
              </fieldset>
            ))}
          </div>
          {picture && (
            <p role="status" className={lies ? '' : 'font-semibold text-stop'}>
              {lies
                ? `The picture is ${format('length', lies.perPixel * photo.width)} wide; a pixel is ${(lies.perPixel * 1000).toFixed(1)} mm${Math.abs(lies.turn) > 0.009 ? `, turned by ${Math.abs((lies.turn * 180) / Math.PI).toFixed(1)}°` : ''}.`
                : 'The two points are too near each other to tell a scale.'}
            </p>
          )}
        </>
      )}
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-main"
          disabled={!lies}
          onClick={guarded(() => picture && put(picture))}
        >
          Put it behind the view
        </button>
        {old && (
          <button type="button" className="btn" onClick={() => put(null)}>
            Take the picture away
          </button>
        )}
        <Dialog.Close className="btn">Leave it as it was</Dialog.Close>
      </div>
    </div>
  );
}

const AXES = {
  x: 'Rearward of the front axle',
  y: 'Right of the middle (left: minus)',
  z: 'Above the ground',
} as const;

/** The picture with its two marks; a touch sets the one that is chosen, arrow keys move it by a pixel or ten. */
function Marked({
  jobId,
  photo,
  marks,
  next,
  onMark,
}: {
  readonly jobId: string;
  readonly photo: Pick<PhotoRow, 'id' | 'width' | 'height'>;
  readonly marks: readonly (Mark | null)[];
  readonly next: 0 | 1;
  readonly onMark: (mark: Mark) => void;
}) {
  const place = (e: PointerEvent<SVGSVGElement>): void => {
    const box = e.currentTarget.getBoundingClientRect();
    onMark({
      u: ((e.clientX - box.left) / box.width) * photo.width,
      v: ((e.clientY - box.top) / box.height) * photo.height,
    });
  };
  const size = photo.width / 60;
  return (
    <svg
      viewBox={`0 0 ${photo.width} ${photo.height}`}
      className="max-h-[40vh] w-full cursor-crosshair touch-manipulation bg-well"
      style={{
        aspectRatio: `${photo.width} / ${photo.height}`,
        maxWidth: `calc(40vh * ${photo.width / photo.height})`,
      }}
      role="application"
      tabIndex={0}
      aria-label="The picture: touch the chosen point, or move it by the arrow keys"
      onPointerDown={place}
      onKeyDown={(e) => {
        const by = e.shiftKey ? 10 : 1;
        const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
        if (!way) return;
        e.preventDefault();
        const from = marks[next] ?? { u: photo.width / 2, v: photo.height / 2 };
        const within = (x: number, most: number) => Math.min(most, Math.max(0, x));
        onMark({
          u: within(from.u + by * way[0]!, photo.width),
          v: within(from.v + by * way[1]!, photo.height),
        });
      }}
    >
      <image href={photoAddress(jobId, photo.id)} width={photo.width} height={photo.height} />
      {marks.map(
        (m, i) =>
          m && (
            <g key={i} className="pointer-events-none" stroke="var(--paper)" strokeWidth={size / 2.5}>
              {['var(--paper)', 'var(--stop)'].map((color, layer) => (
                <g key={color} stroke={color} strokeWidth={layer === 0 ? size / 2.2 : size / 6} fill="none">
                  <circle cx={m.u} cy={m.v} r={size} />
                  <path
                    d={`M${m.u - size * 2} ${m.v}H${m.u + size * 2}M${m.u} ${m.v - size * 2}V${m.v + size * 2}`}
                  />
                </g>
              ))}
              <text
                x={m.u + size * 1.4}
                y={m.v - size * 1.4}
                fontSize={size * 2.2}
                fontWeight={700}
                fill="var(--stop)"
                style={{ paintOrder: 'stroke', strokeWidth: size / 2 }}
              >
                {i + 1}
              </text>
            </g>
          ),
      )}
    </svg>
  );
}

import { Camera } from 'lucide-react';
import { useCallback, useState } from 'react';
import { usePhotoQueue, type WaitingPhoto } from '../api/photo-queue.ts';
import { photoAddress, usePhotos } from '../api/photos.ts';
import { useOpenJob } from './job-context.ts';

const RESTING = { busy: false, trouble: '' } as const;

/** Photos of one thing, with a key that opens the camera of a phone or tablet. */
export function PhotoStrip({ about, caption }: { readonly about: string; readonly caption: string }) {
  const { id: jobId, readOnly } = useOpenJob();
  const queue = usePhotoQueue(jobId);
  const [state, setState] = useState<{ readonly busy: boolean; readonly trouble: string }>(RESTING);
  const photos = (usePhotos(jobId).data ?? []).filter((p) => p.about === about);
  const known = new Set(photos.map((p) => p.id));
  const waiting = queue.waiting.filter((w) => w.payload.about === about && !known.has(w.id));
  const take = (file: File): void => {
    setState({ busy: true, trouble: '' });
    queue.add(file, caption, about).then(
      () => setState(RESTING),
      (e: unknown) => setState({ busy: false, trouble: e instanceof Error ? e.message : String(e) }),
    );
  };
  return (
    <section aria-label={`Photos: ${caption}`}>
      <div className="flex flex-wrap items-center gap-2">
        {!readOnly && (
          <label className="btn btn-small cursor-pointer">
            <Camera size={18} aria-hidden /> {state.busy ? 'Making it small…' : 'Photo'}
            <input
              type="file"
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              className="sr-only"
              disabled={state.busy}
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) take(file);
              }}
            />
          </label>
        )}
        {photos.map((p, i) => (
          <a
            key={p.id}
            href={photoAddress(jobId, p.id)}
            target="_blank"
            rel="noreferrer"
            aria-label={`Photo ${i + 1} of ${caption}, ${p.author}`}
            className="border-2 border-rule"
          >
            <img
              src={photoAddress(jobId, p.id)}
              alt=""
              className="h-[60px] w-[84px] object-cover"
              loading="lazy"
            />
          </a>
        ))}
        {waiting.map((w) => (
          <WaitingPicture key={w.id} photo={w} onDiscard={() => queue.discard(w.id)} />
        ))}
      </div>
      {state.trouble && (
        <p role="alert" className="font-semibold text-stop">
          {state.trouble}
        </p>
      )}
    </section>
  );
}

/** A photo that is on this device alone yet. */
function WaitingPicture({
  photo,
  onDiscard,
}: {
  readonly photo: WaitingPhoto;
  readonly onDiscard: () => void;
}) {
  const { picture, caption } = photo.payload;
  const shown = useCallback(
    (img: HTMLImageElement | null) => {
      if (!img) return;
      const made = URL.createObjectURL(picture);
      img.src = made;
      return () => URL.revokeObjectURL(made);
    },
    [picture],
  );
  return (
    <figure className="max-w-[180px] border-2 border-dashed border-fix" data-waiting-photo>
      <img ref={shown} alt={caption} className="h-[60px] w-[84px] object-cover" />
      <figcaption className="px-1 text-[13px] leading-tight">
        {photo.refused ? (
          <>
            <span className="text-stop">Not taken: {photo.refused.message}</span>
            <button type="button" className="btn btn-small" onClick={onDiscard}>
              Drop it
            </button>
          </>
        ) : photo.foreign ? (
          'waits for whoever took it'
        ) : (
          'on this device, sent soon'
        )}
      </figcaption>
    </figure>
  );
}

import { Camera } from 'lucide-react';
import { tell } from '../api/client.ts';
import { photoAddress, usePhotos, useSendPhoto } from '../api/photos.ts';
import { useOpenJob } from './job-context.ts';

/** Photos of one thing, with a key that opens the camera of a phone or tablet. */
export function PhotoStrip({ about, caption }: { readonly about: string; readonly caption: string }) {
  const { id: jobId, readOnly } = useOpenJob();
  const send = useSendPhoto(jobId);
  const photos = (usePhotos(jobId).data ?? []).filter((p) => p.about === about);
  return (
    <section aria-label={`Photos: ${caption}`}>
      <div className="flex flex-wrap items-center gap-2">
        {!readOnly && (
          <label className="btn btn-small cursor-pointer">
            <Camera size={18} aria-hidden /> {send.isPending ? 'Sending…' : 'Photo'}
            <input
              type="file"
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              className="sr-only"
              disabled={send.isPending}
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) send.mutate({ file, caption, about });
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
      </div>
      {send.error && (
        <p role="alert" className="font-semibold text-stop">
          {tell(send.error)}
        </p>
      )}
    </section>
  );
}

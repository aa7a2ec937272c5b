import { photoAddress, usePhotos } from '../../api/photos.ts';
import { useOpenJob } from '../../job/job-context.ts';

/** As many as the PDF takes. */
const MOST = 24;

/** Which photos go with the PDF, in the order they are ticked. */
export function PdfPhotos({
  chosen,
  onChoose,
}: {
  /** null: the first ones of the job. */
  readonly chosen: readonly string[] | null;
  readonly onChoose: (ids: readonly string[]) => void;
}) {
  const { id } = useOpenJob();
  const photos = usePhotos(id).data ?? [];
  if (photos.length === 0) return null;
  const now = chosen ?? photos.slice(0, MOST).map((p) => p.id);
  return (
    <details className="w-full">
      <summary className="flex min-h-[44px] cursor-pointer items-center underline">
        Photos in the PDF: {now.length} of {photos.length}
      </summary>
      <ul className="flex flex-wrap gap-3 py-2">
        {photos.map((p) => (
          <li key={p.id}>
            <label className="block w-[132px] cursor-pointer text-[13px] leading-tight">
              <img
                src={photoAddress(id, p.id)}
                alt=""
                loading="lazy"
                className={`h-[92px] w-full border-2 object-cover ${now.includes(p.id) ? 'border-ink' : 'border-rule opacity-60'}`}
              />
              <span className="flex min-h-[44px] items-center gap-2">
                <input
                  type="checkbox"
                  className="size-6 shrink-0"
                  checked={now.includes(p.id)}
                  disabled={!now.includes(p.id) && now.length >= MOST}
                  onChange={(e) =>
                    onChoose(e.target.checked ? [...now, p.id] : now.filter((other) => other !== p.id))
                  }
                />
                {p.caption || 'Photo'}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}

import { PATTERNS, type Style } from '@venula/core/document';
import { isUs } from '@venula/core/quantities';
import { JOB_FILE_LIMIT, readJob } from '@venula/core/formats';
import type { InputError } from '@venula/core/outcome';
import { FileUp } from 'lucide-react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { tell } from '../../api/client.ts';
import { useCreateJob, useImportJob, useImportProgress } from '../../api/queries.ts';
import type { ImportProgress } from '../../api/types.ts';
import { useSettings } from '../../app/settings.ts';
import { Propose } from './propose.tsx';

/** From a style or a job file: what is it, and where it starts from. */
export function NewJobForm({ onClose }: { readonly onClose: () => void }) {
  const create = useCreateJob();
  const take = useImportJob();
  const progress = useImportProgress(take.isPending).data?.progress ?? null;
  const { units } = useSettings();
  const navigate = useNavigate();
  const [errors, setErrors] = useState<readonly InputError[]>([]);
  const [style, setStyle] = useState<Style>('full-return');
  const file = useRef<HTMLInputElement>(null);
  const form = useRef<HTMLFormElement>(null);
  const go = { onSuccess: (job: { id: string }) => void navigate(`/jobs/${job.id}/brief`) };
  const load = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (/\.zip$/i.test(chosen.name)) {
      setErrors([]);
      take.mutate(chosen, { onSuccess: (job) => void navigate(`/jobs/${job.id}/handover`) });
      return;
    }
    if (chosen.size > JOB_FILE_LIMIT) {
      setErrors([
        {
          code: 'TOO_LARGE',
          field: '',
          message: `${chosen.name} is ${(chosen.size / 1e6).toFixed(1)} MB`,
          remedy: 'pick a Venula job file',
        },
      ]);
      return;
    }
    const read = readJob(await chosen.text());
    if (!read.ok) return setErrors(read.errors);
    setErrors([]);
    create.mutate({ document: read.value }, go);
  };
  /** The name it was given, or the field to give it one. */
  const named = (): string | null => {
    const field = form.current?.querySelector<HTMLInputElement>('[name="title"]');
    if (field && field.value.trim() !== '') return field.value.trim();
    field?.focus();
    return null;
  };
  return (
    <form
      ref={form}
      className="w-full border-2 border-ink bg-paper p-4"
      // Enter ends a field; what starts a job is pressed.
      onSubmit={(e) => e.preventDefault()}
    >
      <label className="label flex flex-col text-sm text-soft">
        What is it?
        <input
          className="field mt-0.5"
          style={{ minHeight: 44 }}
          maxLength={120}
          autoFocus
          placeholder="Car and work"
          name="title"
          required
        />
      </label>
      <Propose
        title={named}
        busy={create.isPending}
        onStart={(document) => create.mutate({ document }, go)}
      />
      <details className="mt-1 border-t-2 border-ink">
        <summary className="flex min-h-[48px] cursor-pointer items-center font-semibold">
          All styles, with usual figures
        </summary>
        <fieldset>
          <legend className="label text-sm text-soft">
            System style to start from; everything can be changed later
          </legend>
          <div className="grid grid-cols-2 gap-x-4 max-md:grid-cols-1">
            {PATTERNS.map((p) => (
              <label
                key={p.id}
                className={`flex min-h-[58px] cursor-pointer items-start gap-2 border-t border-rule py-1.5 ${p.id === style ? 'bg-mark/25' : ''}`}
              >
                <input
                  type="radio"
                  name="style"
                  className="mt-1 size-5 shrink-0"
                  checked={p.id === style}
                  onChange={() => setStyle(p.id)}
                />
                <span className="leading-tight">
                  <span className="font-semibold">{p.name}</span>
                  <span className="label block text-sm text-soft">
                    {p.id === style ? `Watch: ${p.watch}` : p.when}
                  </span>
                </span>
              </label>
            ))}
          </div>
        </fieldset>
        <button
          type="button"
          className="btn btn-main mt-3"
          disabled={create.isPending}
          onClick={() => {
            const title = named();
            if (title !== null)
              create.mutate({ pattern: style, title, units: isUs(units) ? 'us' : 'metric' }, go);
          }}
        >
          Start the job
        </button>
      </details>
      <div className="mt-3 flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={() => file.current?.click()}>
          <FileUp size={18} />{' '}
          {take.isPending ? sayProgress(progress) : 'From a file: a job, or a whole job (ZIP)'}
        </button>
        <input
          ref={file}
          type="file"
          accept=".json,application/json,.zip,application/zip"
          className="sr-only"
          tabIndex={-1}
          aria-label="Job file"
          onChange={(e) => void load(e.target.files?.[0])}
        />
        <button type="button" className="btn border-0" onClick={onClose}>
          Close
        </button>
      </div>
      {(errors.length > 0 || create.error || take.error) && (
        <ul role="alert" className="mt-2 text-sm font-semibold text-stop">
          {create.error && <li>{tell(create.error)}</li>}
          {take.error && <li>{tell(take.error)}</li>}
          {errors.slice(0, 4).map((e) => (
            <li key={e.field + e.code}>
              {e.message}: {e.remedy}
            </li>
          ))}
          {errors.length > 4 && <li>and {errors.length - 4} more</li>}
        </ul>
      )}
    </form>
  );
}

const STEPS: Readonly<Record<ImportProgress['step'], string>> = {
  unpacking: 'Unpacking it…',
  checking: 'Checking it…',
  photos: 'Photos',
  storing: 'Storing it',
};

/** A file on its way says nothing yet. */
function sayProgress(progress: ImportProgress | null): string {
  if (!progress) return 'Taking it in…';
  const { step, done, of } = progress;
  const share = of > 1 ? `: ${done.toLocaleString('en-US')} of ${of.toLocaleString('en-US')}` : '';
  return `${STEPS[step]}${share}`;
}

import type { JobDocument } from '@venula/core/document';
import { writeJob } from '@venula/core/formats';
import type { InputError } from '@venula/core/outcome';
import { saveFile } from '../ui/save-file.ts';

/** A stored plan that no page can show: says where it is broken, and hands it out as it is. */
export function UnreadableJob({
  document,
  errors,
}: {
  readonly document: JobDocument;
  readonly errors: readonly InputError[];
}) {
  return (
    <main className="p-10">
      <h1 className="headline text-2xl">This job’s plan cannot be read.</h1>
      <p className="mt-2 max-w-[60ch] text-soft">
        Nothing of it is changed. Other jobs are not touched by it. Save the file and give it to whoever looks
        after Venula.
      </p>
      <ul className="mt-3 list-disc pl-5">
        {errors.slice(0, 8).map((e) => (
          <li key={e.field + e.code}>
            {e.message}: {e.remedy}
          </li>
        ))}
      </ul>
      <div className="mt-4 flex gap-2">
        <a className="btn btn-main" href="/jobs">
          To the jobs
        </a>
        <button
          type="button"
          className="btn"
          onClick={() => saveFile('job.json', 'application/json', writeJob(document))}
        >
          Save the file
        </button>
      </div>
    </main>
  );
}

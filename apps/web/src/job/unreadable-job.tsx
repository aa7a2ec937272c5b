import { writeJob, type InputError, type JobDocument } from '@venula/core';
import { saveFile } from '../ui/save-file.ts';

/** Shapes a page cannot draw; a figure out of its range or a part that contradicts another can be shown and mended. */
const BROKEN = new Set([
  'MISSING',
  'NOT_AN_OBJECT',
  'NOT_A_LIST',
  'NOT_A_NUMBER',
  'NOT_OFFERED',
  'WRONG_KIND',
  'NEWER_VERSION',
  'TOO_DEEP',
]);

export const breaksPage = (errors: readonly InputError[]): boolean => errors.some((e) => BROKEN.has(e.code));

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

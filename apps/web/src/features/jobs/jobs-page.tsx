import { Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Trouble } from '../../ui/trouble.tsx';
import { Choice } from '../../ui/choice.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { useArchiveJob, useCreateJob, useJobs, useMe, type Waits } from '../../api/queries.ts';
import type { JobHead } from '../../api/types.ts';
import { TestWord } from '../../job/record/test-word.tsx';
import { useWaitingWork, type WaitingWork } from '../../outbox/use-waiting-work.ts';
import { SeverityMark } from '../../ui/severity.tsx';
import { lazyView } from '../../ui/lazy-view.tsx';
import { useJobListNews } from './use-job-list-news.ts';

/** Comes when it is first asked for: the list does not wait for it. */
const FindParts = lazyView(async () => (await import('./find-parts.tsx')).FindParts);
const NewJobForm = lazyView(async () => (await import('./new-job.tsx')).NewJobForm);

export function JobsPage() {
  const [params, setParams] = useSearchParams();
  const search = params.get('q') ?? '';
  const page = Number(params.get('page') ?? 1);
  const archived = params.get('archived') === '1';
  const asked = params.get('waits');
  const waits = WAITS.find((w) => w.value === asked)?.value ?? '';
  const jobs = useJobs({ search, page, archived, waits });
  useJobListNews();
  const person = useMe().data;
  const waiting = useWaitingWork();
  const [finding, setFinding] = useState(false);
  const set = (next: Record<string, string>) =>
    setParams((p) => {
      const merged = new URLSearchParams(p);
      for (const [k, v] of Object.entries(next))
        if (v) merged.set(k, v);
        else merged.delete(k);
      return merged;
    });
  const pages = jobs.data ? Math.max(1, Math.ceil(jobs.data.total / jobs.data.size)) : 1;
  return (
    <div className="h-full overflow-y-auto px-8 py-6 max-md:px-3 max-md:py-4">
      <title>Jobs · Venula</title>
      <div className="mx-auto max-w-[1080px]">
        <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
          <h1 className="headline text-[1.85rem]" data-testid="answer">
            {jobs.data ? headline(jobs.data.total, { archived, search, waits }) : 'Jobs'}
          </h1>
          {person && person.role !== 'viewer' && <NewJob />}
        </div>
        <div className="mt-4 flex flex-wrap items-center gap-3">
          <SearchBox value={search} onSearch={(q) => set({ q, page: '' })} />
          <div className="w-[230px] max-md:w-full">
            <Choice
              label="What it waits for"
              bare
              value={waits}
              options={WAITS}
              onChoose={(value) => set({ waits: value, page: '' })}
            />
          </div>
          <label className="flex min-h-[44px] items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={archived}
              onChange={(e) => set({ archived: e.target.checked ? '1' : '', page: '' })}
            />{' '}
            Archived
          </label>
          <button
            type="button"
            className={`btn btn-small ${finding ? 'bg-mark/40' : ''}`}
            aria-pressed={finding}
            onClick={() => setFinding(!finding)}
          >
            Parts in all jobs
          </button>
        </div>
        {finding && <FindParts />}
        <Trouble of={jobs.error} />
        <ul className="mt-3 border-b-2 border-ink" aria-busy={jobs.isFetching}>
          {jobs.data?.items.map((job) => (
            <JobRow
              key={job.id}
              job={job}
              lead={person?.role === 'lead'}
              {...(waiting.has(job.id) ? { waiting: waiting.get(job.id)! } : {})}
            />
          ))}
          {jobs.data?.items.length === 0 && (
            <li className="border-t-2 border-ink py-8 text-soft">
              {search
                ? 'No job matches. Search looks at number, title, customer and vehicle.'
                : waits
                  ? 'Nothing waits for that.'
                  : 'Nothing here yet. Start with “New job”.'}
            </li>
          )}
          {jobs.isPending && <li className="border-t-2 border-ink py-8 text-soft">Loading…</li>}
        </ul>
        {pages > 1 && (
          <nav className="mt-3 flex items-center gap-3" aria-label="Pages">
            <button
              type="button"
              className="btn btn-small"
              disabled={page <= 1}
              onClick={() => set({ page: String(page - 1) })}
            >
              Newer
            </button>
            <span className="label text-soft">
              page {page} of {pages}
            </span>
            <button
              type="button"
              className="btn btn-small"
              disabled={page >= pages}
              onClick={() => set({ page: String(page + 1) })}
            >
              Older
            </button>
          </nav>
        )}
      </div>
    </div>
  );
}

const WAITS = [
  { value: '', label: 'Every job' },
  { value: 'plan', label: 'Plan to fix' },
  { value: 'car', label: 'Work or test open' },
] as const satisfies readonly { readonly value: Waits; readonly label: string }[];

const WAITING: Readonly<Record<Waits, string>> = {
  '': '',
  plan: 'with a plan to fix',
  car: 'with work or a test open',
};

/** “3 open jobs”, “2 archived jobs”, “1 job with “coupé””, “2 open jobs with a plan to fix”. */
const headline = (
  count: number,
  { archived, search, waits }: { readonly archived: boolean; readonly search: string; readonly waits: Waits },
): string =>
  [
    count,
    archived ? 'archived' : search ? '' : 'open',
    count === 1 ? 'job' : 'jobs',
    WAITING[waits],
    search && `${waits ? 'and' : 'with'} “${search}”`,
  ]
    .filter((word) => word !== '')
    .join(' ');

function SearchBox({ value, onSearch }: { readonly value: string; readonly onSearch: (q: string) => void }) {
  const [text, setText] = useState(value);
  useEffect(() => {
    if (text === value) return;
    const timer = setTimeout(() => onSearch(text.trim()), 250);
    return () => clearTimeout(timer);
  }, [text, value, onSearch]);
  return (
    <SearchField label="Search jobs" hint="Number, title, customer, vehicle" value={text} onText={setText} />
  );
}

const LIST = new Intl.ListFormat('en-US', { type: 'conjunction' });

/** What of a job is on this device only: “2 changes and 1 reading”. */
function waitingWords({ edits, readings, photos, refused }: WaitingWork): string {
  const count = (n: number, one: string): string[] => (n === 0 ? [] : [`${n} ${one}${n === 1 ? '' : 's'}`]);
  const what = LIST.format([
    ...count(edits, 'change'),
    ...count(readings, 'reading'),
    ...count(photos, 'photo'),
  ]);
  return `${what} on this device only${refused > 0 ? `, ${refused} not taken` : ''}: open the job to ${refused > 0 ? 'see to it' : 'send'}`;
}

function JobRow({
  job,
  lead,
  waiting,
}: {
  readonly job: JobHead;
  readonly lead: boolean;
  readonly waiting?: WaitingWork;
}) {
  const archive = useArchiveJob();
  const create = useCreateJob();
  return (
    <li className="flex items-center gap-4 border-t-2 border-ink max-md:flex-wrap max-md:gap-1 max-md:pb-2">
      <Link
        to={`/jobs/${job.id}/plumb`}
        className="grid min-h-[76px] min-w-0 grow grid-cols-[64px_minmax(0,1fr)_190px] items-center gap-4 max-md:grid-cols-[48px_minmax(0,1fr)] max-md:gap-x-2 py-2 hover:bg-well"
      >
        <span className="pl-1 text-xl font-bold">{String(job.number).padStart(4, '0')}</span>
        <span className="min-w-0">
          <span className="block text-lg leading-tight font-semibold">{job.title}</span>
          <span className="label block text-sm leading-tight text-soft">
            {[job.imported && 'imported', job.customer, job.vehicle].filter(Boolean).join(' · ') ||
              'no vehicle yet'}
          </span>
          {waiting && (
            <span className="block text-sm leading-tight font-semibold text-stop">
              {waitingWords(waiting)}
            </span>
          )}
        </span>
        <span className="label text-sm max-md:col-span-full">
          <NextStep job={job} />
          {job.test && <TestWord test={job.test} />}
          <span className="block text-soft">
            {new Date(job.updatedAt).toLocaleDateString('en-US', { dateStyle: 'medium' })}, {job.updatedBy}
          </span>
        </span>
      </Link>
      <div className="flex shrink-0 gap-2">
        <button
          type="button"
          className="btn btn-small"
          onClick={() => create.mutate({ copyOf: job.id })}
          disabled={create.isPending}
        >
          Duplicate
        </button>
        {lead && (
          <button
            type="button"
            className="btn btn-small"
            onClick={() => archive.mutate({ id: job.id, archived: !job.archived })}
            disabled={archive.isPending}
          >
            {job.archived ? 'Restore' : 'Archive'}
          </button>
        )}
      </div>
    </li>
  );
}

function NextStep({ job }: { readonly job: JobHead }) {
  const s = job.summary;
  if (!s) return <span className="block text-base text-soft">checking the plan…</span>;
  if ('unjudged' in s)
    return (
      <span className="line-clamp-3 text-sm leading-tight font-semibold text-stop" title={s.unjudged}>
        Cannot be checked. {s.unjudged}
      </span>
    );
  const worst = s.stops > 0 ? ('stop' as const) : s.fixes > 0 ? ('fix' as const) : null;
  return (
    <span className="flex items-center gap-1.5 text-base font-semibold">
      {worst && <SeverityMark severity={worst} />}
      {worst === 'stop'
        ? `${s.stops} ${s.stops === 1 ? 'stop' : 'stops'}`
        : worst === 'fix'
          ? `${s.fixes} to fix`
          : 'plan is sound'}
      {s.margin !== null && (
        <span className="ml-auto font-normal text-soft">{(s.margin * 100).toFixed(0)}% to spare</span>
      )}
    </span>
  );
}

function NewJob() {
  const [open, setOpen] = useState(false);
  return open ? (
    <NewJobForm onClose={() => setOpen(false)} />
  ) : (
    <button type="button" className="btn btn-main" onClick={() => setOpen(true)}>
      <Plus size={18} /> New job
    </button>
  );
}

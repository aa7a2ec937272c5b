import type { JobDocument } from '@venula/core/document';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { outcomeOf } from '../outbox/answers.ts';
import { api, apiFile, apiUpload, workAs } from './client.ts';
import { forget, heard, keep } from './kept.ts';
import { stated } from './stated.ts';
import { clearDemo, signIn, signInByPin, signOut, startShop, thisDevice, whoIsSignedIn } from './session.ts';
import type {
  AcceptanceRow,
  CarJob,
  JobList,
  ImportProgress,
  JobRecord,
  NewAcceptance,
  NewJob,
  NewRevision,
  NewRun,
  Person,
  ReadingRow,
  RevisionRow,
  RunRow,
  StartedRun,
} from './types.ts';

export const keys = {
  me: ['me'],
  jobs: ['jobs'],
  job: (id: string) => ['job', id],
  runs: (id: string) => ['job', id, 'runs'],
  sameCar: (id: string, vehicle: string) => ['job', id, 'same-car', vehicle],
  acceptances: (id: string) => ['job', id, 'acceptances'],
  revisions: (id: string) => ['job', id, 'revisions'],
} as const;

const BUSY_MS = 3_000;
/** An answer that says nothing of what was asked: the same may be asked again, with the same id. */
const isLater = (error: unknown): boolean => {
  const outcome = outcomeOf(error);
  return outcome.kind === 'later' && outcome.why !== 'signed-out';
};
/** For requests that carry an id of their own: sent again, they are done once. */
const retryLater = (count: number, error: Error): boolean => count < 4 && isLater(error);

/** How often the list is read again while plans in it are being judged. */
const JUDGING_MS = 1_500;

export const useMe = () =>
  useQuery({
    queryKey: keys.me,
    queryFn: async () => {
      const me = await heard(keys.me, whoIsSignedIn);
      workAs(me.id);
      return me;
    },
    retry: false,
    staleTime: 5 * 60_000,
    // A server that is only busy is asked again by itself.
    refetchInterval: (query) => (query.state.error && isLater(query.state.error) ? BUSY_MS : false),
  });

/** Somebody comes in: whatever was on the page was the one before’s. */
function useEnter<B>(enter: (body: B) => Promise<Person>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: enter,
    onSuccess: (person) => {
      client.removeQueries({ predicate: ({ queryKey }) => !BEFORE_SIGN_IN.has(String(queryKey[0])) });
      client.setQueryData(keys.me, person);
      void keep(keys.me, person);
    },
  });
}
/** What is known without anybody signed in. */
const BEFORE_SIGN_IN: ReadonlySet<string> = new Set(['device']);
export const useSignIn = () => useEnter(signIn);
export const usePinSignIn = () => useEnter(signInByPin);
export const useStartShop = () => useEnter(startShop);
export const useClearDemo = () => useEnter(clearDemo);

export const useThisDevice = () =>
  useQuery({ queryKey: ['device'], queryFn: thisDevice, staleTime: 60_000, retry: false });

export const useSignOut = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: signOut,
    // Whoever takes the tablet next is not signed in as this one, with a connection or without.
    onSettled: () => {
      void forget(keys.me);
      client.clear();
    },
  });
};

/** What a job can wait for; empty: whatever it is. */
export type Waits = '' | 'plan' | 'car';

export const useJobs = ({
  search = '',
  page = 1,
  archived = false,
  waits = '',
}: {
  readonly search?: string;
  readonly page?: number;
  readonly archived?: boolean;
  readonly waits?: Waits;
} = {}) =>
  useQuery({
    queryKey: [...keys.jobs, search, page, archived, waits],
    queryFn: () => {
      const ask = () =>
        api<JobList>(
          'GET',
          `/jobs?${new URLSearchParams({ search, page: String(page), archived: String(archived), ...(waits ? { waits } : {}) })}`,
        );
      // The first page is what is looked at without a connection; what was searched for is not kept.
      return search === '' && page === 1 && !archived && waits === '' ? heard(keys.jobs, ask) : ask();
    },
    placeholderData: (before) => before,
    refetchInterval: (query) => (query.state.data?.items.some((job) => job.judging) ? JUDGING_MS : false),
  });

export const useCreateJob = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewJob) => api<JobRecord>('POST', '/jobs', body),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.jobs }),
  });
};

/** A job with hundreds of photos and years of readings takes minutes. */
const IMPORT_MS = 15 * 60_000;

/** A whole job from another shop, with its record. */
export const useImportJob = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (file: File) =>
      apiUpload<JobRecord>('/archives', new Blob([file], { type: 'application/zip' }), 'POST', IMPORT_MS),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.jobs }),
  });
};

/** Where the import of this session has got to, while one runs. */
export const useImportProgress = (runs: boolean) =>
  useQuery({
    queryKey: ['import-progress'],
    queryFn: () => api<{ readonly progress: ImportProgress | null }>('GET', '/archives/progress'),
    enabled: runs,
    refetchInterval: 700,
    gcTime: 0,
  });

export const useArchiveJob = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, archived }: { id: string; archived: boolean }) =>
      api<void>('POST', `/jobs/${id}/archive`, { archived }),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.jobs }),
  });
};

export const useJobRecord = (id: string) =>
  useQuery({
    queryKey: keys.job(id),
    queryFn: () => heard(keys.job(id), () => api<JobRecord>('GET', `/jobs/${id}`)),
    gcTime: 0,
    staleTime: Infinity,
    retry: 1,
  });

/** Other jobs on the same car. */
export const useSameCar = (id: string, vehicle: string) =>
  useQuery({
    queryKey: keys.sameCar(id, vehicle),
    queryFn: () => api<readonly CarJob[]>('GET', `/jobs/${id}/same-car`),
    enabled: vehicle.trim() !== '',
  });

/** Kept outside, so that what has not changed stays the same for whoever shows it. */
const statedRows = <R extends { readonly author: string; readonly fromFile?: boolean }>(rows: readonly R[]) =>
  rows.map(stated);
const statedRuns = (runs: readonly RunRow[]) =>
  runs.map((run) => ({ ...stated(run), readings: run.readings.map(stated) }));

export const useAcceptances = (id: string) =>
  useQuery({
    queryKey: keys.acceptances(id),
    queryFn: () => heard(keys.acceptances(id), () => api<AcceptanceRow[]>('GET', `/jobs/${id}/acceptances`)),
    select: statedRows<AcceptanceRow>,
  });

export const useAccept = (id: string) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewAcceptance) => api<AcceptanceRow>('POST', `/jobs/${id}/acceptances`, body),
    retry: retryLater,
    onSuccess: () => client.invalidateQueries({ queryKey: keys.acceptances(id) }),
  });
};

/** The record of a job on paper. Asked for again while the server is busy or away, for as long as the page is open. */
export const useRecordPdf = (id: string, query: string) =>
  useQuery({
    queryKey: ['job', id, 'pdf', query],
    queryFn: ({ signal }) => apiFile(`/jobs/${id}/record.pdf?${query}`, signal),
    retry: (_, error) => isLater(error),
    retryDelay: BUSY_MS,
    staleTime: Infinity,
    gcTime: 0,
  });

export const useRevisions = (id: string) =>
  useQuery({
    queryKey: keys.revisions(id),
    queryFn: () => heard(keys.revisions(id), () => api<RevisionRow[]>('GET', `/jobs/${id}/revisions`)),
    select: statedRows<RevisionRow>,
  });

export const useRevision = (id: string, revisionId: string | null) =>
  useQuery({
    queryKey: [...keys.revisions(id), revisionId],
    queryFn: () => api<RevisionRow & { document: JobDocument }>('GET', `/jobs/${id}/revisions/${revisionId}`),
    enabled: revisionId !== null,
    staleTime: Infinity,
  });

export const useFreeze = (id: string) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewRevision) => api<RevisionRow>('POST', `/jobs/${id}/revisions`, body),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.revisions(id) }),
  });
};

export const useRuns = (id: string) =>
  useQuery({
    queryKey: keys.runs(id),
    queryFn: () => heard(keys.runs(id), () => api<RunRow[]>('GET', `/jobs/${id}/runs`)),
    select: statedRuns,
  });

/** One reading with all that it holds: the list of runs leaves out the figures of a log. Readings never change. */
export const useReading = (jobId: string, of: { readonly runId: string; readonly id: string } | null) => {
  const key = ['reading', of?.id] as const;
  return useQuery({
    queryKey: key,
    queryFn: () =>
      heard(key, () => api<ReadingRow>('GET', `/jobs/${jobId}/runs/${of!.runId}/readings/${of!.id}`)),
    enabled: of !== null,
    staleTime: Infinity,
  });
};

export const useStartRun = (id: string) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewRun) => api<StartedRun>('POST', `/jobs/${id}/runs`, body),
    retry: retryLater,
    onSuccess: () => client.invalidateQueries({ queryKey: keys.runs(id) }),
  });
};

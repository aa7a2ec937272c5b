import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { api, apiUpload } from './client.ts';

export interface BackupRow {
  readonly file: string;
  readonly at: string;
  readonly author: string;
  readonly shop: string;
  readonly bytes: number;
  readonly host: string;
}
export interface ServiceState {
  readonly version: string;
  readonly core: string;
  readonly databaseBytes: number;
  readonly photoBytes: number;
  readonly jobs: number;
  readonly readings: number;
  readonly photos: number;
  readonly backups: readonly BackupRow[];
  readonly freeBytes: number | null;
}
export interface AuditEntry {
  readonly id: number;
  readonly at: string;
  readonly actor: string;
  readonly action: string;
  readonly jobId: string | null;
  readonly jobNumber: number | null;
  readonly jobTitle: string | null;
  readonly detail: Readonly<Record<string, unknown>>;
}
export interface TakenIn {
  readonly jobs: number;
  readonly people: number;
  readonly library: number;
  readonly shelf: number;
  readonly aside: number;
  readonly prices: number;
  readonly settings: number;
  readonly left: readonly { readonly what: string; readonly why: string }[];
}

const SERVICE = ['service'] as const;
/** A shop with many photos takes a while. */
const LONG_MS = 30 * 60_000;

export const useService = () =>
  useQuery({ queryKey: SERVICE, queryFn: () => api<ServiceState>('GET', '/admin') });

export const useMakeBackup = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => api<BackupRow>('POST', '/admin/backups', undefined, LONG_MS),
    onSettled: () => client.invalidateQueries({ queryKey: SERVICE }),
  });
};

/** Everybody is signed out after it, this one too. */
export const useRestore = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ file, shop }: { readonly file: string; readonly shop: string }) =>
      api<void>('POST', `/admin/backups/${file}/restore`, { shop }, LONG_MS),
    onSuccess: () => client.clear(),
  });
};

export const backupAddress = (file: string): string => `/api/v1/admin/backups/${file}`;
export const EXPORT_ADDRESS = '/api/v1/admin/export';

export const useTakeIn = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ file, settings }: { readonly file: File; readonly settings: boolean }) =>
      apiUpload<TakenIn>(
        `/admin/import?settings=${settings}`,
        new Blob([file], { type: 'application/zip' }),
        'POST',
        LONG_MS,
      ),
    onSuccess: () => client.invalidateQueries(),
  });
};

export const useAudit = (search: string, action: string) =>
  useInfiniteQuery({
    queryKey: ['audit', search, action],
    queryFn: ({ pageParam }) =>
      api<{ readonly items: readonly AuditEntry[]; readonly more: boolean }>(
        'GET',
        `/admin/audit?${new URLSearchParams({ search, action, before: String(pageParam) })}`,
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.items.at(-1)!.id : undefined),
    placeholderData: keepPreviousData,
  });

export const useAuditActions = () =>
  useQuery({ queryKey: ['audit-actions'], queryFn: () => api<string[]>('GET', '/admin/audit/actions') });

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { LibraryEntry } from '@venula/core/edit';
import { api } from './client.ts';
import { heard } from './kept.ts';
import type { Sent } from './types.ts';
import type * as requests from './requests.ts';

/** An entry with who changed it last, and whether it is still offered. */
export interface LibraryRow extends LibraryEntry {
  readonly retired: boolean;
  readonly author: string;
  readonly at: string;
}
export type PutInLibrary = Sent<requests.PutInLibrary>;

const LIBRARY = ['library'] as const;
const NONE: readonly LibraryRow[] = [];

/** The shop’s own parts; without a connection as they were last seen. */
export const useLibrary = () =>
  useQuery({
    queryKey: LIBRARY,
    queryFn: () => heard(LIBRARY, () => api<LibraryRow[]>('GET', '/library')),
  });

/** Entries that are offered, none while they are on their way. */
export const useOffered = (): readonly LibraryRow[] => {
  const { data } = useLibrary();
  return data ? data.filter((e) => !e.retired) : NONE;
};

/** Puts several in, one after the other: what was taken before one that is refused stays in. */
export function usePutInLibrary() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (entries: readonly (PutInLibrary & { readonly id: string })[]) => {
      for (const { id, ...body } of entries) await api('PUT', `/library/${id}`, body);
    },
    onSettled: () => client.invalidateQueries({ queryKey: LIBRARY }),
  });
}

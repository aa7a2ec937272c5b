import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Price } from '@venula/core/supply';
import { api } from './client.ts';
import { heard } from './kept.ts';
import type { PutOnShelf, PutPrices, ShelfRow } from './types.ts';

const SHELF = ['shelf'] as const;

/** What the shop has; without a connection as it was last seen. */
export const useShelf = () =>
  useQuery({
    queryKey: SHELF,
    queryFn: () => heard(SHELF, () => api<ShelfRow[]>('GET', '/shelf')),
  });

/** Puts something there, takes it off, puts some of it aside for a job. */
export function useShelfChanges() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: SHELF });
  const put = useMutation({
    mutationFn: ({ id, ...body }: PutOnShelf & { id: string }) => api('PUT', `/shelf/${id}`, body),
    onSettled,
  });
  const remove = useMutation({ mutationFn: (id: string) => api('DELETE', `/shelf/${id}`), onSettled });
  const reserve = useMutation({
    mutationFn: ({ id, jobId, quantity }: { id: string; jobId: string; quantity: number }) =>
      api('PUT', `/shelf/${id}/jobs/${jobId}`, { quantity }),
    onSettled,
  });
  return { put, remove, reserve, error: put.error ?? remove.error ?? reserve.error };
}

/** What of something is free for a job: what others have not put aside. */
export const freeFor = (item: ShelfRow, jobId: string): number =>
  item.quantity - item.reserved.reduce((sum, r) => sum + (r.jobId === jobId ? 0 : r.quantity), 0);
export const asideFor = (item: ShelfRow, jobId: string): number =>
  item.reserved.find((r) => r.jobId === jobId)?.quantity ?? 0;

const PRICES = ['prices'] as const;

/** What parts cost; without a connection as it was last seen. */
export const usePrices = () =>
  useQuery({
    queryKey: PRICES,
    queryFn: () => heard(PRICES, () => api<Price[]>('GET', '/prices')),
  });

export function usePutPrices() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: PutPrices) => api<Price[]>('PUT', '/prices', body),
    onSuccess: (prices) => client.setQueryData(PRICES, prices),
  });
}

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client.ts';
import type * as requests from './requests.ts';

/** A key archives are signed with: this shop’s own, or another’s that a lead has compared. */
export interface ShopKeyRow {
  readonly fingerprint: string;
  readonly publicKey: string;
  readonly shop: string;
  readonly own: boolean;
  readonly retiredAt: string | null;
  readonly author: string;
  readonly at: string;
}
export type NewShopKey = requests.NewShopKey;

const KEYS = ['shop-keys'] as const;

export const useShopKeys = () =>
  useQuery({ queryKey: KEYS, queryFn: () => api<ShopKeyRow[]>('GET', '/admin/keys') });

/** Jobs are read again as well: what their signature is worth depends on the keys. */
const useChange = <V>(send: (of: V) => Promise<unknown>) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: KEYS }),
        client.invalidateQueries({ queryKey: ['job'] }),
      ]),
  });
};

export const useAddKey = () => useChange((key: NewShopKey) => api('POST', '/admin/keys', key));
export const useReplaceKey = () => useChange<void>(() => api('POST', '/admin/keys/own'));
export const useDistrustKey = () =>
  useChange((fingerprint: string) => api('DELETE', `/admin/keys/${encodeURIComponent(fingerprint)}`));

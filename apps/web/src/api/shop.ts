import { USUAL_HOSE_SOLD } from '@venula/core/document';
import type { HoldPoint } from '@venula/core/prove';
import type { UnitSystem } from '@venula/core/quantities';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { api, apiUpload } from './client.ts';
import { heard } from './kept.ts';
import type * as requests from './requests.ts';
import type { Sent } from './types.ts';

export type SettingsChange = Sent<requests.SettingsChange>;
export type ShopSettings = Required<SettingsChange['now']>;
export interface ShopFace extends ShopSettings {
  readonly state: 'new' | 'demo' | 'own';
  /** Changes with the picture; null: none. */
  readonly logoSum: string | null;
}

const SHOP = ['shop'] as const;

/** The shop and what it has decided; as last heard, without a connection. */
export const useShop = () =>
  useQuery({
    queryKey: SHOP,
    // An answer an earlier version kept lacks what is new.
    queryFn: async (): Promise<ShopFace> => {
      const face: Omit<ShopFace, 'hoseSold'> & Partial<ShopFace> = await heard(SHOP, () =>
        api<ShopFace>('GET', '/shop'),
      );
      return { ...face, hoseSold: face.hoseSold ?? USUAL_HOSE_SOLD };
    },
    staleTime: 5 * 60_000,
  });

const took = (client: QueryClient) => (face: ShopFace) => client.setQueryData(SHOP, face);

export const useSaveShop = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: SettingsChange) => api<ShopFace>('PATCH', '/shop', body),
    onSuccess: took(client),
    // Perhaps somebody has changed the same: what they saved is loaded.
    onError: () => client.invalidateQueries({ queryKey: SHOP }),
  });
};

/** A picture, or none. */
export const useSetLogo = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (file: File | null) =>
      file ? apiUpload<ShopFace>('/shop/logo', file) : api<ShopFace>('DELETE', '/shop/logo'),
    onSuccess: took(client),
  });
};

/** Where the page shows it from: another picture is another address. */
export const logoAddress = (sum: string): string => `/api/v1/shop/logo?${sum.slice(0, 12)}`;

/** Whether the shop wants somebody else to look at a hold point before the sheet can be signed. */
export const wantsSecondLook = (shop: ShopFace | undefined, hold: HoldPoint | undefined): boolean =>
  hold !== undefined && (shop?.secondLooks.includes(hold) ?? false);

/** What anybody may know of the shop before signing in. */
export interface FirstRun {
  readonly state: ShopFace['state'];
  readonly name: string;
  readonly units: UnitSystem;
}

export const useFirstRun = () =>
  useQuery({ queryKey: ['first-run'], queryFn: () => api<FirstRun>('GET', '/first-run'), staleTime: 60_000 });

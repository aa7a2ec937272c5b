import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client.ts';
import type * as requests from './requests.ts';
import type { Role, Sent } from './types.ts';

export interface PersonRow {
  readonly id: string;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
  readonly active: boolean;
  readonly hasPin: boolean;
  readonly ownPassword: boolean;
}
/** With the password they come in with once. */
export type PersonAdded = PersonRow & { readonly password: string };

export interface SessionRow {
  readonly id: string;
  readonly person: { readonly id: string; readonly name: string };
  readonly device: string | null;
  readonly via: 'password' | 'pin';
  readonly address: string;
  readonly agent: string;
  readonly createdAt: string;
  readonly seenAt: string;
  readonly current: boolean;
}

export interface DeviceRow {
  readonly id: string;
  readonly name: string;
  readonly author: string;
  readonly at: string;
  readonly seenAt: string | null;
}

const PEOPLE = ['people'] as const;
const SESSIONS = ['sessions'] as const;
const MY_SESSIONS = ['me', 'sessions'] as const;
const DEVICES = ['devices'] as const;

export const usePeople = () =>
  useQuery({ queryKey: PEOPLE, queryFn: () => api<PersonRow[]>('GET', '/people') });
export const useSessions = () =>
  useQuery({ queryKey: SESSIONS, queryFn: () => api<SessionRow[]>('GET', '/sessions') });
export const useMySessions = () =>
  useQuery({ queryKey: MY_SESSIONS, queryFn: () => api<SessionRow[]>('GET', '/me/sessions') });
export const useDevices = () =>
  useQuery({ queryKey: DEVICES, queryFn: () => api<DeviceRow[]>('GET', '/devices') });

/** A change after which a list is read again. */
function useChange<V, R>(of: readonly (readonly string[])[], change: (value: V) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => Promise.all(of.map((queryKey) => client.invalidateQueries({ queryKey }))),
  });
}

export const useAddPerson = () =>
  useChange([PEOPLE], (body: Sent<requests.NewPerson>) => api<PersonAdded>('POST', '/people', body));
export const useChangePerson = () =>
  useChange([PEOPLE, SESSIONS], ({ id, ...body }: Sent<requests.PersonChange> & { readonly id: string }) =>
    api<PersonRow>('PATCH', `/people/${id}`, body),
  );
export const useResetPassword = () =>
  useChange([PEOPLE, SESSIONS], (id: string) =>
    api<{ readonly password: string }>('DELETE', `/people/${id}/password`),
  );
export const useEndSession = () =>
  useChange([SESSIONS], (id: string) => api<void>('DELETE', `/sessions/${id}`));
export const useEndMySession = () =>
  useChange([MY_SESSIONS], (id: string) => api<void>('DELETE', `/me/sessions/${id}`));
export const useRegisterDevice = () =>
  useChange([DEVICES, ['device']], (name: string) => api<DeviceRow>('POST', '/devices', { name }));
export const useRevokeDevice = () =>
  useChange([DEVICES, ['device']], (id: string) => api<void>('DELETE', `/devices/${id}`));
export const useOwnPassword = () =>
  useChange([['me']], (body: Sent<requests.OwnPassword>) => api<void>('PUT', '/me/password', body));
export const useOwnPin = () =>
  useChange([['device']], (body: Sent<requests.OwnPin>) => api<void>('PUT', '/me/pin', body));

/** A person or a tablet that a restored backup would have let in again. */
export interface HeldRow {
  readonly id: string;
  readonly of: 'person' | 'device';
  readonly name: string;
  readonly why: 'disabled' | 'demoted' | 'revoked' | 'unknown' | 'no-record';
  readonly role: Role | null;
  readonly at: string;
}

const HELD = ['held-access'] as const;

export const useHeldAccess = () =>
  useQuery({ queryKey: HELD, queryFn: () => api<HeldRow[]>('GET', '/held-access') });

export const useDecideAccess = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, give }: { readonly id: string; readonly give: boolean }) =>
      api<void>('POST', `/held-access/${id}`, { give }),
    // People and tablets are shown beside it.
    onSettled: () => client.invalidateQueries(),
  });
};

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Dimension } from '@venula/core/quantities';
import { useEffect, useState } from 'react';
import { api } from './client.ts';
import type * as requests from './requests.ts';
import type { Sent } from './types.ts';

export interface InstrumentReads {
  readonly dimension: Dimension;
  readonly low: number;
  readonly high: number;
  readonly resolution: number;
}
export interface InstrumentRow {
  readonly id: string;
  readonly name: string;
  readonly reads: readonly InstrumentReads[];
  readonly calibratedOn: string | null;
  readonly simulated: boolean;
}
export type SetBench = Sent<requests.SetBench>;
export interface BenchState {
  readonly faults: readonly { readonly id: string; readonly name: string }[];
  readonly fault: string;
}

const INSTRUMENTS = ['instruments'] as const;
const BENCH = ['instruments', 'bench'] as const;

export const useInstruments = () =>
  useQuery({
    queryKey: INSTRUMENTS,
    queryFn: () => api<InstrumentRow[]>('GET', '/instruments'),
    staleTime: 60_000,
  });

/** What is wrong with the simulated car: a lead’s business alone. */
export const useBench = (lead: boolean) =>
  useQuery({
    queryKey: BENCH,
    queryFn: () => api<BenchState | null>('GET', '/instruments/bench'),
    enabled: lead,
  });

export function useBreakBench() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (fault: string) => api('PUT', '/instruments/bench/fault', { fault }),
    onSettled: () => client.invalidateQueries({ queryKey: BENCH }),
  });
}

export type NewInstrument = Sent<requests.NewInstrument>;

export function useAddInstrument() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewInstrument) => api<InstrumentRow>('POST', '/instruments', body),
    onSuccess: () => client.invalidateQueries({ queryKey: INSTRUMENTS }),
  });
}

export function useRemoveInstrument() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => api<void>('DELETE', `/instruments/${id}`),
    onSuccess: () => client.invalidateQueries({ queryKey: INSTRUMENTS }),
  });
}

export function useCalibrate() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, calibratedOn }: { id: string; calibratedOn: string | null }) =>
      api('PATCH', `/instruments/${id}`, { calibratedOn }),
    onSettled: () => client.invalidateQueries({ queryKey: INSTRUMENTS }),
  });
}

/** Tells the simulated car where the probe is; with real instruments nothing happens. */
export const setBench = (setting: SetBench): Promise<void> => api('PUT', '/instruments/bench', setting);

export type Live =
  | { readonly state: 'reading'; readonly value: number; readonly at: string }
  | { readonly state: 'connecting' | 'over' | 'nothing' | 'lost' };

/** A stream that has said nothing for so long has no news: what it said last is no reading any more, ms. */
const SILENT_MS = 1_500;
/** A busy server turns a stream away: asked again after so long, ms. */
const AGAIN_MS = 2_000;
const CONNECTING: Live = { state: 'connecting' };
const LOST: Live = { state: 'lost' };

/** What an instrument shows now, as long as somebody looks. A lost one shows as lost within two seconds, never as a number. */
export function useLive(instrumentId: string | undefined, dimension: Dimension): Live {
  const [heard, setHeard] = useState<{ readonly of: string; readonly live: Live } | null>(null);
  const of = `${instrumentId ?? ''} ${dimension}`;
  useEffect(() => {
    if (instrumentId === undefined) return;
    const say = (live: Live) => setHeard({ of, live });
    let source: EventSource;
    let again = 0;
    let silent = window.setTimeout(() => say(LOST), SILENT_MS);
    const open = (): void => {
      source = new EventSource(`/api/v1/instruments/${instrumentId}/live?reads=${dimension}`);
      source.onmessage = (e: MessageEvent<string>) => {
        window.clearTimeout(silent);
        silent = window.setTimeout(() => say(LOST), SILENT_MS);
        say(JSON.parse(e.data) as Live);
      };
      source.onerror = () => {
        say(LOST);
        // The browser comes back by itself after a lost line, not after an answer that says no.
        if (source.readyState === EventSource.CLOSED) again = window.setTimeout(open, AGAIN_MS);
      };
    };
    open();
    return () => {
      window.clearTimeout(silent);
      window.clearTimeout(again);
      source.close();
    };
  }, [instrumentId, dimension, of]);
  // What another instrument said before is not this one’s reading.
  return heard?.of === of ? heard.live : CONNECTING;
}

import type { EndFit, EndQuestion } from '@venula/core/fit';
import { proxy } from 'comlink';
import { useMemo, useState } from 'react';
import { FIT, RANK } from './plan-client.ts';
import type { Fits } from './plan-work.ts';
import { useAnswer, type Asked } from './use-answer.ts';

/** Which hose ends go in, worked out beside the page; with how far it has got while it is at it. */
export function useFits(q: EndQuestion | null): Asked<Fits> & { readonly share: number } {
  const [share, setShare] = useState(0);
  const told = useMemo(() => proxy(setShare), []);
  return { ...useAnswer(FIT, 'hose ends', q, (api, asked) => api.hoseEnds(asked, told), RANK.shown), share };
}

/** Why a pair does not go in; asked only where it does not. */
export function useMiss(q: EndQuestion | null, ends: EndFit['ends'] | null) {
  const about = useMemo(() => (q && ends ? { q, ends } : null), [q, ends]);
  return useAnswer(
    FIT,
    'hose end miss',
    about,
    (api, asked) => api.hoseEndMiss(asked.q, asked.ends),
    RANK.states,
  );
}

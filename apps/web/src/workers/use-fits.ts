import type { EndFit, EndProgress, EndQuestion } from '@venula/core/fit';
import { proxy } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { FIT, RANK } from './plan-client.ts';
import type { Fits } from './plan-work.ts';
import { useAnswer, type Asked } from './use-answer.ts';

interface Sofar extends EndProgress {
  readonly q: EndQuestion;
}

/** Which hose ends go in, worked out beside the page; with how far it has got while it is at it. */
export function useFits(q: EndQuestion | null): Asked<Fits> & EndProgress {
  const [sofar, setSofar] = useState<Sofar | null>(null);
  const asked = useAnswer(
    FIT,
    'hose ends',
    q,
    (api, about) =>
      api.hoseEnds(
        about,
        proxy((progress: EndProgress) => setSofar({ q: about, ...progress })),
      ),
    RANK.shown,
  );
  // A newer question does not wait for the rest of an older one.
  useEffect(() => () => FIT.tell((api) => api.stop()), [q]);
  const mine = sofar?.q === q ? sofar : null;
  return { ...asked, share: mine?.share ?? 0, best: mine?.best };
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

/** Kinds of hose that go in without a loop; asked only where this one does not. */
export function useOtherHoses(q: EndQuestion | null) {
  return useAnswer(FIT, 'other hoses', q, (api, asked) => api.otherHoses(asked), RANK.states);
}

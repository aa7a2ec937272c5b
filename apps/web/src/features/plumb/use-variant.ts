import type { JobDocument } from '@venula/core/document';
import type { StateResult } from '@venula/core/engine';
import { readJob, writeJob } from '@venula/core/formats';
import { useState } from 'react';
import { useRevision } from '../../api/queries.ts';
import { LINE, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';

/** Plan A, to hold against the one on the screen: held here on this device, or a frozen one. */
export interface Variant {
  readonly key: string;
  readonly doc: JobDocument | null;
  readonly states: readonly StateResult[];
  readonly held: boolean;
  readonly hold: (doc: JobDocument) => void;
  readonly choose: (key: string) => void;
}

export const HELD = 'held';
const place = (jobId: string): string => `venula.plan-a.${jobId}`;

function heldPlan(jobId: string): JobDocument | null {
  const text = localStorage.getItem(place(jobId));
  const read = text === null ? null : readJob(text);
  return read?.ok ? read.value : null;
}

const NONE: readonly StateResult[] = [];

export function useVariant(jobId: string): Variant {
  const [held, setHeld] = useState(() => heldPlan(jobId));
  const [key, setKey] = useState('');
  const revision = useRevision(jobId, key === '' || key === HELD ? null : key).data;
  const doc = key === HELD ? held : key === '' ? null : (revision?.document ?? null);
  const solved = useAnswer(LINE, 'plan A', doc, (api, a) => api.states(a), RANK.compare);
  return {
    key,
    doc,
    states: (solved.fresh && solved.answer) || NONE,
    held: held !== null,
    hold: (plan) => {
      localStorage.setItem(place(jobId), writeJob(plan));
      setHeld(plan);
      setKey(HELD);
    },
    choose: setKey,
  };
}

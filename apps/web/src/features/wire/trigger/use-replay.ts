import type { JobDocument } from '@venula/core/document';
import type { Leg } from '@venula/core/replay';
import { useMemo } from 'react';
import { BENCH, RANK } from '../../../workers/plan-client.ts';
import { useAnswer, type Asked } from '../../../workers/use-answer.ts';
import type { Replay } from '../../../workers/plan-work.ts';

/** The drive replayed whenever plan or drive change. */
export function useReplay(doc: JobDocument, legs: readonly Leg[]): Asked<Replay> {
  const about = useMemo(() => ({ doc, legs }), [doc, legs]);
  return useAnswer(BENCH, 'replay', about, (api, drive) => api.replay(drive.doc, drive.legs), RANK.plan);
}

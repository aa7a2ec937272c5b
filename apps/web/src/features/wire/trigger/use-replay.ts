import type { JobDocument } from '@venula/core/document';
import type { Leg } from '@venula/core/replay';
import { useEffect, useState } from 'react';
import { benchWorker } from '../../../workers/plan-client.ts';
import type { Replay } from '../../../workers/plan.worker.ts';

/** The drive replayed whenever plan or drive change; stale answers are dropped. */
export function useReplay(doc: JobDocument, legs: readonly Leg[]): { replay: Replay | null; fresh: boolean } {
  const [answer, setAnswer] = useState<{ doc: JobDocument; legs: readonly Leg[]; replay: Replay } | null>(
    null,
  );
  useEffect(() => {
    let current = true;
    void benchWorker()
      .replay(doc, legs)
      .then((replay) => current && setAnswer({ doc, legs, replay }));
    return () => {
      current = false;
    };
  }, [doc, legs]);
  return { replay: answer?.replay ?? null, fresh: answer?.doc === doc && answer.legs === legs };
}

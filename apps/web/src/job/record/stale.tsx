import type { RunKind } from '@venula/core/prove';
import { createContext, useContext, type ComponentType, type ReactNode } from 'react';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { BENCH, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { useDoc } from '../job-context.ts';
import type { Reading } from './readings.ts';

/** Mark of what each kind of run proves of the plan as it stands; null until it is worked out. */
const Proofs = createContext<Readonly<Record<RunKind, string>> | null>(null);

/** Works out what tests prove of the plan, for all that stands in it. */
function ProofsOfPlan({ children }: { readonly children: ReactNode }) {
  const doc = useDoc();
  const { answer, fresh, fault, again } = useAnswer(
    BENCH,
    'proofs',
    doc,
    (api, d) => api.proofs(d),
    RANK.compare,
  );
  const broken = fault !== null;
  // The same elements whether it broke or not: what is being typed inside stays.
  return (
    <div className={broken ? 'flex h-full flex-col' : 'contents'}>
      {broken && (
        <LaneFaultNote
          what="Whether the tests still hold for this plan could not be worked out"
          why={fault}
          again={again}
        />
      )}
      <div className={broken ? 'min-h-0 grow' : 'contents'}>
        <Proofs value={fresh ? answer : null}>{children}</Proofs>
      </div>
    </div>
  );
}

/** A page that says of tests whether they still hold. */
export const withProofs = (Page: ComponentType): ComponentType =>
  function WithProofs() {
    return (
      <ProofsOfPlan>
        <Page />
      </ProofsOfPlan>
    );
  };

type Signed = Pick<Reading, 'payload'>;

/** Whether the plan has changed what a signed run proved: its mark is another by now. */
export function useStale(): (kind: RunKind, signed: Signed | undefined) => boolean {
  const proofs = useContext(Proofs);
  return (kind, signed) =>
    proofs !== null &&
    typeof signed?.payload['proves'] === 'string' &&
    signed.payload['proves'] !== proofs[kind];
}

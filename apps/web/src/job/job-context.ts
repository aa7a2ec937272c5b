import type { JobDocument } from '@venula/core/document';
import type { StateResult } from '@venula/core/engine';
import type { PatchOperation } from '@venula/core/outcome';
import { createContext, useContext } from 'react';
import type { Person } from '../api/types.ts';
import type { JobState } from './job-state.ts';
import type { LivePlan } from './use-plan.ts';

export interface JobContextValue {
  readonly id: string;
  readonly number: number;
  readonly person: Person;
  readonly state: JobState;
  readonly doc: JobDocument;
  readonly live: LivePlan;
  /** Operating state everything is shown at. */
  readonly shown: StateResult | null;
  readonly stateId: string;
  readonly readOnly: boolean;
  readonly selectState: (id: string) => void;
  readonly edit: (...patch: PatchOperation[]) => void;
  /** Takes what was refused off the page, once it is read. */
  readonly dropRefused: (editId: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

export const JobContext = createContext<JobContextValue | null>(null);

export function useJob(): JobContextValue {
  const value = useContext(JobContext);
  if (!value) throw new Error('useJob outside a job');
  return value;
}

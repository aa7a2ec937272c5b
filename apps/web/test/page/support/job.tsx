import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, type RenderResult } from '@testing-library/react';
import { evaluatePlan } from '@venula/core/advise';
import type { JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import type { PatchOperation } from '@venula/core/outcome';
import { useMemo, useState, type ReactNode } from 'react';
import type { Role } from '../../../src/api/types.ts';
import { SettingsProvider } from '../../../src/app/settings-provider.tsx';
import { JobContext, type JobContextValue } from '../../../src/job/job-context.ts';
import { openJob } from '../../../src/job/job-state.ts';
import type { LivePlan } from '../../../src/job/use-plan.ts';

export interface Opened extends RenderResult {
  /** Every edit the page has made, in order. */
  readonly edits: (readonly PatchOperation[])[];
  readonly doc: () => JobDocument;
}

/** A piece of the page in an open job whose edits take hold at once, judged by the core itself. */
export function inJob(
  ui: ReactNode,
  start: JobDocument,
  { role = 'technician', fault = null }: { readonly role?: Role; readonly fault?: string | null } = {},
): Opened {
  const edits: (readonly PatchOperation[])[] = [];
  let now = start;
  let asked = 0;
  function Job({ children }: { readonly children: ReactNode }) {
    const [doc, setDoc] = useState(start);
    const plan = useMemo(() => (fault === null ? evaluatePlan(doc) : null), [doc]);
    const live: LivePlan = {
      states: plan?.states ?? [],
      plan,
      judged: plan !== null,
      fault,
      again: () => asked++,
    };
    const shown = live.states.find((s) => s.state.id === 'idle') ?? null;
    const value: JobContextValue = {
      id: '11111111-1111-4111-8111-111111111111',
      number: 7,
      person: { id: 'p1', login: 'tess', name: 'Tess Varga', role },
      state: openJob(doc, 1),
      doc,
      live,
      shown,
      stateId: 'idle',
      readOnly: role === 'viewer',
      selectState: () => undefined,
      edit: (...patch) => {
        edits.push(patch);
        const after = applyPatch(doc, patch);
        if (!after.ok) throw new Error(JSON.stringify(after.errors));
        now = after.value;
        setDoc(after.value);
      },
      dropRefused: () => undefined,
      undo: () => undefined,
      redo: () => undefined,
    };
    return <JobContext value={value}>{children}</JobContext>;
  }
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const result = render(
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <Job>{ui}</Job>
      </SettingsProvider>
    </QueryClientProvider>,
  );
  return { ...result, edits, doc: () => now };
}

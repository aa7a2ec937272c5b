import { findingKey, type Finding } from '@venula/core/outcome';
import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { STAGES } from '../app/stages.ts';
import { useOpenJob } from './job-context.ts';
import { useShell } from './shell.ts';

/** Pages that have a list of findings are found by their stage; what the tests find is shown where the plan is. */
const PAGES: ReadonlySet<string> = new Set(STAGES.map((s) => s.key));

/** Tries, and how far apart, ms: the list may have to be opened first, or the page loaded. */
const TRIES = 20;
const APART = 50;

/** Leads to a finding's card in the list, on whichever stage that is. */
export function useShowFinding(): (finding: Finding, stages?: readonly Finding['stage'][]) => void {
  const { id } = useOpenJob();
  const { show } = useShell();
  const navigate = useNavigate();
  return useCallback(
    (finding, stages = []) => {
      if (stages.length > 0 && !stages.includes(finding.stage) && PAGES.has(finding.stage))
        void navigate(`/jobs/${id}/${finding.stage}`);
      show('findings');
      toCard(findingKey(finding), TRIES);
    },
    [id, navigate, show],
  );
}

function toCard(key: string, tries: number): void {
  const card = document.querySelector<HTMLElement>(`[data-finding-key="${CSS.escape(key)}"]`);
  if (card) {
    card.scrollIntoView({ block: 'start' });
    card.focus({ preventScroll: true });
  } else if (tries > 0) setTimeout(() => toCard(key, tries - 1), APART);
}

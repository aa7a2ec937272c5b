import { worstOf } from '@venula/core/advise';
import type { Finding } from '@venula/core/outcome';
import { sayAgain } from '@venula/core/say';
import { useSettings } from '../app/settings.ts';
import { Headline } from '../ui/headline.tsx';
import { useOpenFindings } from './open-findings.ts';
import { useShowFinding } from './show-finding.ts';

/** The answer of a view: its worst open finding, which leads to it; where there is none, its own figure. */
export function StageHeadline({
  stages,
  codes,
  sentence,
  second,
  beside = sentence,
  tone = 'good',
}: {
  readonly stages: readonly Finding['stage'][];
  /** Findings of other stages the view shows as well. */
  readonly codes?: readonly string[];
  readonly sentence: string;
  readonly second: string;
  /** Of its own figure. */
  readonly tone?: 'good' | 'fix';
  /** What is said under a finding. */
  readonly beside?: string;
}) {
  const worst = worstOf(useOpenFindings(), stages, codes);
  const { units } = useSettings();
  const show = useShowFinding();
  if (!worst) return <Headline tone={tone} sentence={sentence} second={second} />;
  return (
    <Headline
      tone={worst.severity === 'stop' ? 'stop' : 'fix'}
      sentence={sayAgain(worst, units).title}
      second={beside}
      onShow={() => show(worst)}
    />
  );
}

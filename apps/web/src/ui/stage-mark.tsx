import type { Severity } from '@venula/core/outcome';
import { TONE } from './severity.tsx';

/** A station of the job: a ring; what stands against it is told by shape as well as color (a square stops, a diamond asks for a fix). */
export function StageMark({
  severity,
  active,
}: {
  readonly severity: Severity | undefined;
  readonly active: boolean;
}) {
  const loud = severity === 'stop' || severity === 'fix' ? severity : undefined;
  const tone = loud ? TONE[loud] : active ? 'var(--mark)' : 'var(--rail-soft)';
  const fill = loud || active ? tone : 'var(--rail)';
  return (
    <svg width="24" height="24" viewBox="0 0 24 24" aria-hidden className="relative z-10 shrink-0">
      {loud === 'stop' ? (
        <rect x="3" y="3" width="18" height="18" rx="2" fill={fill} stroke={tone} strokeWidth="2.5" />
      ) : loud === 'fix' ? (
        <path d="M12 1.5 L22.5 12 L12 22.5 L1.5 12 Z" fill={fill} stroke={tone} strokeWidth="2" />
      ) : (
        <circle cx="12" cy="12" r="9" fill={fill} stroke={tone} strokeWidth="2.6" />
      )}
      {loud && active && <circle cx="12" cy="12" r="4" fill="var(--rail-ink)" />}
    </svg>
  );
}

import type { Severity } from '@venula/core/outcome';

export const TONE: Record<Severity, string> = { stop: 'var(--stop)', fix: 'var(--fix)', note: 'var(--note)' };
export const SEVERITY_NAME: Record<Severity, string> = { stop: 'Stop', fix: 'Fix', note: 'Note' };

/** Told apart by shape as well as color: a bar across, a half-filled box, an open ring. */
export function SeverityMark({
  severity,
  size = 14,
}: {
  readonly severity: Severity;
  readonly size?: number;
}) {
  const tone = TONE[severity];
  return (
    <svg width={size} height={size} viewBox="0 0 14 14" aria-hidden className="shrink-0">
      {severity === 'stop' && (
        <>
          <rect x="0.5" y="0.5" width="13" height="13" rx="2" fill={tone} />
          <rect x="3" y="5.6" width="8" height="2.8" fill="var(--paper)" />
        </>
      )}
      {severity === 'fix' && (
        <>
          <rect x="1.5" y="1.5" width="11" height="11" rx="1.5" fill="none" stroke={tone} strokeWidth="2" />
          <rect x="2" y="7" width="10" height="5" fill={tone} />
        </>
      )}
      {severity === 'note' && <circle cx="7" cy="7" r="5" fill="none" stroke={tone} strokeWidth="2.2" />}
    </svg>
  );
}

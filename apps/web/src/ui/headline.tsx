const TONES = { stop: 'text-stop', fix: 'text-fix', good: 'text-ink' } as const;

/** The stage's answer in one sentence, and what stands behind it in a second. */
export function Headline({
  sentence,
  second,
  tone,
}: {
  readonly sentence: string;
  readonly second: string;
  readonly tone: keyof typeof TONES;
}) {
  return (
    <header className="mb-2 min-h-[62px]" aria-live="polite">
      <h2 className={`headline text-[1.85rem] ${TONES[tone]}`} data-testid="answer">
        {sentence}
      </h2>
      <p className="mt-1 font-medium text-soft">{second}</p>
    </header>
  );
}

const TONES = { stop: 'text-stop', fix: 'text-fix', good: 'text-ink' } as const;

/** The stage's answer in one sentence, and the figures behind it in a second. */
export function Headline({
  sentence,
  second,
  tone,
  onShow,
}: {
  readonly sentence: string;
  readonly second: string;
  readonly tone: keyof typeof TONES;
  /** Leads to what the sentence is about. */
  readonly onShow?: (() => void) | undefined;
}) {
  return (
    <header className="mb-2 min-h-[62px]" aria-live="polite">
      <h2 className={`headline text-[1.85rem] ${TONES[tone]}`} data-testid="answer">
        {onShow ? (
          <button
            type="button"
            className="min-h-[44px] text-left underline decoration-2 underline-offset-4 hover:no-underline"
            onClick={onShow}
          >
            {sentence}
          </button>
        ) : (
          sentence
        )}
      </h2>
      <p className="mt-1 font-medium text-soft">{second}</p>
    </header>
  );
}

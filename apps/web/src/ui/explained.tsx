import { explained, TERMS } from '@venula/core/say';
import { Popover } from 'radix-ui';

/** A text in which words of the field are explained one tap away: dotted, as wide as the word and as high as a thumb. */
export function Explained({ text }: { readonly text: string }) {
  return explained(text).map((part, i) =>
    part.term === undefined ? part.text : <TermWord key={i} id={part.term} word={part.text} />,
  );
}

/** A field’s label; a word in it that is explained has a mark behind it, since a label holds no second thing to press. */
export function FieldLabel({
  htmlFor,
  text,
  bare = false,
}: {
  readonly htmlFor: string;
  readonly text: string;
  /** For screen readers only: a heading says it already. */
  readonly bare?: boolean | undefined;
}) {
  if (bare)
    return (
      <label htmlFor={htmlFor} className="sr-only">
        {text}
      </label>
    );
  const terms = explained(text).flatMap((p) => p.term ?? []);
  return (
    <div className="mb-0.5 flex items-baseline gap-2">
      <label htmlFor={htmlFor} className="label block text-sm text-soft">
        {text}
      </label>
      {terms.slice(0, 1).map((id) => (
        <TermWord key={id} id={id} word="?" name="What is that?" />
      ))}
    </div>
  );
}

function TermWord({
  id,
  word,
  name,
}: {
  readonly id: string;
  readonly word: string;
  readonly name?: string;
}) {
  const term = TERMS[id]!;
  return (
    <Popover.Root>
      {/* Higher than its line without moving it: what lies above and below keeps its place. */}
      <Popover.Trigger
        className="relative -mx-2 -my-[16px] inline-block min-w-[44px] px-2 py-[16px] text-left align-baseline leading-none underline decoration-dotted underline-offset-4"
        {...(name ? { 'aria-label': name } : { 'aria-description': 'What is it?' })}
        onClick={(e) => e.stopPropagation()}
      >
        {word}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-50 max-w-[min(340px,92vw)] border-2 border-ink bg-paper px-4 py-3 leading-snug"
          sideOffset={2}
          collisionPadding={8}
          data-testid="explanation"
        >
          <p className="headline text-lg">{term.words[0]}</p>
          <p className="mt-1">{term.says}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

import { explained, TERMS } from '@venula/core/say';
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

/** A text in which words of the field are explained one tap away: dotted, as wide as the word and as high as a thumb. */
export function Explained({ text }: { readonly text: string }) {
  return explained(text).map((part, i) =>
    part.term === undefined ? part.text : <TermWord key={i} id={part.term} word={part.text} />,
  );
}

/**
 * A field under its label. A word in the label that is explained has a mark beside the field, since a label holds no second
 * thing to press.
 */
export function LabelledField({
  htmlFor,
  text,
  bare = false,
  children,
}: {
  readonly htmlFor: string;
  readonly text: string;
  /** For screen readers only: a heading says it already. */
  readonly bare?: boolean | undefined;
  readonly children: ReactNode;
}) {
  const [term] = bare ? [] : explained(text).flatMap((p) => p.term ?? []);
  return (
    <>
      <label htmlFor={htmlFor} className={bare ? 'sr-only' : 'label mb-0.5 block text-sm text-soft'}>
        {text}
      </label>
      {term === undefined ? (
        children
      ) : (
        <div className="marked-field flex items-start gap-2">
          <div className="min-w-0 grow">{children}</div>
          <TermMark id={term} />
        </div>
      )}
    </>
  );
}

function TermMark({ id }: { readonly id: string }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className="grid min-h-[44px] min-w-[44px] shrink-0 place-items-center border-[1.5px] border-rule text-soft"
        style={{ borderRadius: 22 }}
        aria-label="What is that?"
      >
        ?
      </Popover.Trigger>
      <Explanation id={id} />
    </Popover.Root>
  );
}

function TermWord({ id, word }: { readonly id: string; readonly word: string }) {
  return (
    <Popover.Root>
      {/* Higher than its line without moving it: what lies above and below keeps its place. */}
      <Popover.Trigger
        className="relative -mx-2 -my-[16px] inline-block min-w-[44px] px-2 py-[16px] text-left align-baseline leading-none underline decoration-dotted underline-offset-4"
        aria-description="What is it?"
        onClick={(e) => e.stopPropagation()}
      >
        {word}
      </Popover.Trigger>
      <Explanation id={id} />
    </Popover.Root>
  );
}

function Explanation({ id }: { readonly id: string }) {
  const term = TERMS[id]!;
  return (
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
  );
}

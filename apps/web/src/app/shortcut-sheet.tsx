import { Dialog } from 'radix-ui';
import { STAGES } from './stages.ts';

const ROWS: readonly (readonly [string, string])[] = [
  ['?', 'this list'],
  ['g then j', 'jobs'],
  ['g then q', 'quick sums'],
  ['g then m', 'your account'],
  ['g then s', 'the shop, for leads'],
  ...STAGES.map((s) => [`g then ${s.letter}`, s.name.toLowerCase()] as const),
  ['[ and ]', 'operating state before and after'],
  ['/', 'search jobs'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['u', 'US or metric units'],
  ['Enter on a part', 'open it'],
  ['arrow up, down on a part', 'one size larger, smaller'],
  ['Alt arrow left, right on a part', 'move it along the track'],
  ['a on a part', 'add another after it'],
  ['b on a part', 'branch after it'],
  ['s on a line', 'split it in two'],
  ['arrow up, down on a threshold', 'a quarter psi; with Shift one psi'],
  ['Delete on a part', 'remove it'],
  ['Shift Delete on a part', 'remove its whole line'],
];

export function ShortcutSheet({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 w-[460px] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-paper p-6"
          aria-describedby={undefined}
        >
          <Dialog.Title className="headline text-xl">Keys</Dialog.Title>
          <dl className="mt-3 grid grid-cols-[190px_1fr] gap-y-1">
            {ROWS.map(([k, what]) => (
              <div key={k} className="contents">
                <dt className="font-semibold">{k}</dt>
                <dd className="text-soft">{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="btn btn-main mt-4 w-full">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

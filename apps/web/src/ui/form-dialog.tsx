import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { guarded } from './guarded.tsx';

/** A small question of a few fields: opened by a button, answered or left. */
export function FormDialog({
  trigger,
  title,
  how,
  use,
  ready,
  readOnly,
  open,
  onOpen,
  onUse,
  children,
}: {
  readonly trigger: string;
  readonly title: string;
  readonly how: string;
  readonly use: string;
  readonly ready: boolean;
  readonly readOnly: boolean;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onUse: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Trigger className="btn btn-small self-end" disabled={readOnly}>
        {trigger}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 max-h-[94vh] w-[620px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-5"
          aria-describedby="form-how"
        >
          <Dialog.Title className="headline text-xl">{title}</Dialog.Title>
          <p id="form-how" className="mb-3 text-sm text-soft">
            {how}
          </p>
          {children}
          <div className="mt-4 flex gap-2">
            <button type="button" className="btn btn-main" disabled={!ready} onClick={guarded(onUse)}>
              {use}
            </button>
            <Dialog.Close className="btn">Leave it as it was</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

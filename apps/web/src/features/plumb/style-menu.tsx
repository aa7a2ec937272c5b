import { PATTERNS, type Style } from '@venula/core/document';
import { styleChange, type StyleChange } from '@venula/core/edit';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useJob, useOpenJob } from '../../job/job-context.ts';
import { PickMenu } from '../../ui/pick-menu.tsx';

const nameOf = (style: string): string => PATTERNS.find((p) => p.id === style)?.name ?? style;

/** Another style: first what it keeps, brings and takes away, then the change. Undo brings the style before back. */
export function StyleMenu() {
  const { edit, getView } = useOpenJob();
  const style = useJob((job) => job.doc.plumbing.style);
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState<{ readonly style: Style; readonly change: StyleChange } | null>(null);
  return (
    <>
      <PickMenu
        label={`Change the style, now ${nameOf(style)}`}
        words="Change style"
        groups={[
          {
            heading: 'Keeps the brief, the pumps, the hoses and their wiring',
            options: PATTERNS.filter((p) => p.id !== style).map((p) => ({ value: p.id, label: p.name })),
          },
        ]}
        open={open}
        onOpen={setOpen}
        onPick={(id) => setAsked({ style: id as Style, change: styleChange(getView().doc, id as Style) })}
      />
      <Dialog.Root open={asked !== null} onOpenChange={(stays) => stays || setAsked(null)}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 bg-black/40" />
          {asked && (
            <Dialog.Content
              className="fixed top-1/2 left-1/2 max-h-[94vh] w-[620px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-5"
              aria-describedby="style-change"
            >
              <Dialog.Title className="headline text-xl">{nameOf(asked.style)}</Dialog.Title>
              <div id="style-change" className="mt-2 grid gap-3">
                <Names title="New" names={asked.change.added} none="nothing" />
                <Names title="Goes" names={asked.change.dropped} none="nothing" />
                <Names title="Stays" names={asked.change.kept} none="nothing" />
                <p className="text-sm text-soft">
                  The brief and the wiring of every pump stay. A new return is as long as the feed until
                  somebody measures it. Undo brings the plan of now back.
                </p>
              </div>
              <div className="mt-4 flex gap-2">
                <button
                  type="button"
                  className="btn btn-main"
                  onClick={() => {
                    edit(...asked.change.patch);
                    setAsked(null);
                  }}
                >
                  Change the style
                </button>
                <Dialog.Close className="btn">Leave it as it is</Dialog.Close>
              </div>
            </Dialog.Content>
          )}
        </Dialog.Portal>
      </Dialog.Root>
    </>
  );
}

function Names({
  title,
  names,
  none,
}: {
  readonly title: string;
  readonly names: readonly string[];
  readonly none: string;
}) {
  return (
    <section aria-label={title}>
      <h3 className="label text-sm font-semibold text-soft">
        {title} ({names.length})
      </h3>
      <p>{names.length > 0 ? names.join(' · ') : none}</p>
    </section>
  );
}

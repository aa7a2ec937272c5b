import { figureOfSource } from '@venula/core/edit';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { ConflictDetail } from '../api/types.ts';
import { useFormat } from '../app/settings.ts';
import { placeName, valueWords } from './field-words.ts';

/** Two people changed the same thing: both values are shown, and one is chosen. Nothing is overwritten unseen. */
export function ConflictDialog({
  detail,
  onResolve,
}: {
  readonly detail: ConflictDetail;
  readonly onResolve: (keepTheirs: readonly string[]) => void;
}) {
  const format = useFormat();
  const [theirs, setTheirs] = useState<readonly string[]>([]);
  // Where a figure comes from goes with the figure: one choice for both.
  const goesWith = (path: string): string | undefined => {
    const figure = figureOfSource(detail.document, path);
    return detail.conflicts.some((c) => c.path === figure) ? figure : undefined;
  };
  const asked = detail.conflicts.filter((c) => goesWith(c.path) === undefined);
  const kept = (): string[] =>
    detail.conflicts.flatMap(({ path }) => (theirs.includes(goesWith(path) ?? path) ? [path] : []));
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 max-h-[80vh] w-[640px] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-6"
          aria-describedby="conflict-why"
        >
          <Dialog.Title className="headline text-xl">Changed in two places at once</Dialog.Title>
          <p id="conflict-why" className="mt-1 text-soft">
            While you worked, somebody changed the same thing. Choose which value stays; everything else you
            did is kept.
          </p>
          {asked.map((c) => (
            <fieldset key={c.path} className="mt-3 border-t-2 border-ink pt-2" data-conflict={c.path}>
              <legend className="label font-semibold">{placeName(detail.document, c.path)}</legend>
              <div className="grid grid-cols-2 gap-3">
                {[
                  {
                    who: 'yours',
                    value: c.mine,
                    chosen: !theirs.includes(c.path),
                    pick: () => setTheirs(theirs.filter((p) => p !== c.path)),
                  },
                  {
                    who: `theirs${c.by ? `, ${c.by}` : ''}`,
                    value: c.theirs,
                    chosen: theirs.includes(c.path),
                    pick: () => setTheirs([...theirs, c.path]),
                  },
                ].map((side) => (
                  <label
                    key={side.who}
                    className={`block cursor-pointer border-2 p-3 ${side.chosen ? 'border-ink bg-well' : 'border-rule'}`}
                  >
                    <input
                      type="radio"
                      name={c.path}
                      className="mr-2 size-5 align-middle"
                      checked={side.chosen}
                      onChange={side.pick}
                    />
                    <span className="label text-sm text-soft">{side.who}</span>
                    <span className="block text-lg font-bold break-words">
                      {valueWords(detail.document, c.path, side.value, format)}
                    </span>
                  </label>
                ))}
              </div>
            </fieldset>
          ))}
          <button type="button" className="btn btn-main mt-4 w-full" onClick={() => onResolve(kept())}>
            Keep what is chosen
          </button>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

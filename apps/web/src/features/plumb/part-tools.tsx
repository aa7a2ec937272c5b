import type { Junction } from '@venula/core/document';
import {
  BRANCH_ENDS,
  branchAt,
  insertPart,
  movePart,
  NEW_PARTS,
  removePart,
  removePath,
  splitRun,
} from '@venula/core/edit';
import { ArrowLeft, ArrowRight, Scissors, Trash2, Unlink } from 'lucide-react';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { useAdd } from '../../job/use-add.ts';
import { PickMenu, type PickGroup } from '../../ui/pick-menu.tsx';
import { LibraryMenu } from './library-menu.tsx';

/** Which of the two lists is open. */
export type PartMenu = 'add' | 'branch' | null;

const branchEnds = (junctions: Readonly<Record<string, Junction>>): readonly PickGroup[] => {
  const ends = (way: 'in' | 'out') =>
    BRANCH_ENDS.filter((b) => b.way === way).map((b) => ({ value: b.key, label: b.name }));
  const there = Object.entries(junctions).map(([value, j]) => ({ value, label: j.name }));
  return [
    { heading: 'from', options: ends('in') },
    { heading: 'to', options: [...ends('out'), ...there] },
  ];
};

/** What can be done with the part that was touched, beyond its figures: add behind it, move, split, take out. */
export function PartTools({
  id,
  menu,
  onMenu,
  onSelect,
}: {
  readonly id: string;
  readonly menu: PartMenu;
  readonly onMenu: (menu: PartMenu) => void;
  readonly onSelect: (id: string | null) => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const add = useAdd();
  const e = doc.plumbing.elements[id];
  if (!e || readOnly) return null;
  const [pathId, path] = Object.entries(doc.plumbing.paths).find(([, p]) => p.order.includes(id)) ?? [];
  const { junctions, paths } = doc.plumbing;
  const at = path?.order.indexOf(id) ?? -1;
  // On a way home the flow runs from right to left: the arrows go where the part goes on the screen.
  const right = path?.role === 'return' ? -1 : 1;
  const can = (by: number) => path !== undefined && at + by >= 0 && at + by < path.order.length;
  return (
    <div
      className="mb-3 flex flex-wrap items-center gap-2"
      role="group"
      aria-label={`Change the track at ${e.name}`}
    >
      <PickMenu
        label={`Add a part after ${e.name}`}
        words="Add after it"
        groups={[{ options: NEW_PARTS.map((p) => ({ value: p.key, label: p.name })) }]}
        open={menu === 'add'}
        onOpen={(open) => onMenu(open ? 'add' : null)}
        onPick={(key) => {
          const added = insertPart(
            doc,
            id,
            NEW_PARTS.find((p) => p.key === key)!,
          );
          add(added.patch);
          onSelect(added.id);
        }}
      />
      <PickMenu
        label={`Branch after ${e.name}`}
        words="Branch"
        groups={branchEnds(junctions)}
        open={menu === 'branch'}
        onOpen={(open) => onMenu(open ? 'branch' : null)}
        onPick={(end) => {
          const added = branchAt(doc, id, end);
          if (added.patch.length > 0) add(added.patch);
        }}
      />
      <LibraryMenu id={id} onSelect={onSelect} />
      <button
        type="button"
        className="btn px-2.5"
        aria-label={`Move ${e.name} left`}
        disabled={!can(-right)}
        onClick={() => edit(...movePart(doc, id, -right))}
      >
        <ArrowLeft size={17} />
      </button>
      <button
        type="button"
        className="btn px-2.5"
        aria-label={`Move ${e.name} right`}
        disabled={!can(right)}
        onClick={() => edit(...movePart(doc, id, right))}
      >
        <ArrowRight size={17} />
      </button>
      {e.kind === 'run' && (
        <button
          type="button"
          className="btn px-2.5"
          aria-label={`Split ${e.name} in two`}
          onClick={() => edit(...splitRun(doc, id).patch)}
        >
          <Scissors size={17} />
        </button>
      )}
      <button
        type="button"
        className="btn px-2.5"
        aria-label={`Remove ${e.name}`}
        onClick={() => {
          edit(...removePart(doc, id));
          onSelect(null);
        }}
      >
        <Trash2 size={17} />
      </button>
      {pathId !== undefined && path && Object.keys(paths).length > 2 && (
        <button
          type="button"
          className="btn px-2.5"
          aria-label={`Remove the whole line: ${path.name}`}
          title={`Remove the whole line: ${path.name}`}
          onClick={() => {
            edit(...removePath(doc, pathId));
            onSelect(null);
          }}
        >
          <Unlink size={17} />
        </button>
      )}
    </div>
  );
}

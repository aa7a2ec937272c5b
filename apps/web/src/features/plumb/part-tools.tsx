import {
  BRANCH_ENDS,
  branchAt,
  insertPart,
  movePart,
  NEW_PARTS,
  removePart,
  removePath,
  splitRun,
} from '@venula/core';
import { ArrowLeft, ArrowRight, Scissors, Trash2, Unlink } from 'lucide-react';
import { useJob } from '../../job/job-context.ts';

/** What can be done with the part that was touched, beyond its figures: add behind it, move, split, take out. */
export function PartTools({
  id,
  onSelect,
}: {
  readonly id: string;
  readonly onSelect: (id: string | null) => void;
}) {
  const { doc, edit, readOnly } = useJob();
  const e = doc.plumbing.elements[id];
  if (!e || readOnly) return null;
  const [pathId, path] = Object.entries(doc.plumbing.paths).find(([, p]) => p.order.includes(id)) ?? [];
  const { junctions, paths } = doc.plumbing;
  const at = path?.order.indexOf(id) ?? -1;
  // On a way home the flow runs from right to left: the arrows go where the part goes on the screen.
  const right = path?.role === 'return' ? -1 : 1;
  const can = (by: number) => path !== undefined && at + by >= 0 && at + by < path.order.length;
  return (
    <div className="flex items-center gap-1" role="group" aria-label={`Change the track at ${e.name}`}>
      <select
        aria-label={`Add a part after ${e.name}`}
        className="field w-[150px]"
        value=""
        onChange={(event) => {
          const part = NEW_PARTS.find((p) => p.key === event.target.value);
          if (!part) return;
          const added = insertPart(doc, id, part);
          edit(...added.patch);
          onSelect(added.id);
        }}
      >
        <option value="">Add after it…</option>
        {NEW_PARTS.map((p) => (
          <option key={p.key} value={p.key}>
            {p.name}
          </option>
        ))}
      </select>
      <select
        aria-label={`Branch after ${e.name}`}
        className="field w-[110px]"
        value=""
        onChange={(event) => {
          const added = branchAt(doc, id, event.target.value);
          if (added.patch.length > 0) edit(...added.patch);
        }}
      >
        <option value="">Branch…</option>
        <optgroup label="from">
          {BRANCH_ENDS.filter((b) => b.way === 'in').map((b) => (
            <option key={b.key} value={b.key}>
              {b.name}
            </option>
          ))}
        </optgroup>
        <optgroup label="to">
          {BRANCH_ENDS.filter((b) => b.way === 'out').map((b) => (
            <option key={b.key} value={b.key}>
              {b.name}
            </option>
          ))}
          {Object.entries(junctions).map(([j, { name }]) => (
            <option key={j} value={j}>
              {name}
            </option>
          ))}
        </optgroup>
      </select>
      <button
        type="button"
        className="btn btn-small px-2"
        aria-label={`Move ${e.name} left`}
        disabled={!can(-right)}
        onClick={() => edit(...movePart(doc, id, -right))}
      >
        <ArrowLeft size={17} />
      </button>
      <button
        type="button"
        className="btn btn-small px-2"
        aria-label={`Move ${e.name} right`}
        disabled={!can(right)}
        onClick={() => edit(...movePart(doc, id, right))}
      >
        <ArrowRight size={17} />
      </button>
      {e.kind === 'run' && (
        <button
          type="button"
          className="btn btn-small px-2"
          aria-label={`Split ${e.name} in two`}
          onClick={() => edit(...splitRun(doc, id).patch)}
        >
          <Scissors size={17} />
        </button>
      )}
      <button
        type="button"
        className="btn btn-small px-2"
        aria-label={`Take ${e.name} out`}
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
          className="btn btn-small px-2"
          aria-label={`Take the whole way out: ${path.name}`}
          title={`Take the whole way out: ${path.name}`}
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

import type { JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { addedErrors, diffDocuments, overlappingPaths } from '@venula/core/formats';
import type { ChangeOperation, PatchOperation } from '@venula/core/outcome';
import type { ConflictDetail } from '../api/types.ts';
import { sentence } from '../outbox/answers.ts';
import type { Refusal } from '../outbox/store.ts';

export type SaveState =
  'saved' | 'waiting' | 'saving' | 'offline' | 'busy' | 'signed-out' | 'unkept' | 'refused';

/** Own work the server has not acknowledged. Its id goes with what is in it: other content, another id. */
export interface Edit {
  readonly id: string;
  /** Version of the job it was made on. */
  readonly baseVersion: number;
  /** Which count of versions that is; absent: kept by an earlier version of the page. */
  readonly lineage?: string | undefined;
  readonly patch: readonly ChangeOperation[];
  /** Sent at least once: it may have arrived, so its content is fixed. */
  readonly tried: boolean;
}

export interface RefusedEdit {
  readonly id: string;
  readonly patch: readonly ChangeOperation[];
  readonly refusal: Refusal;
}

/** One step back or forward: own operations only, whatever else has come in since. */
interface Step {
  readonly editId: string;
  readonly patch: readonly PatchOperation[];
}

export interface JobState {
  /** What the server has, as far as this page knows, and its version. */
  readonly base: JobDocument;
  readonly version: number;
  /** Which count of versions that is. */
  readonly lineage: string | undefined;
  /** The newest version this page has heard of. */
  readonly newest: number;
  /** That, where it is another's work which this page does not show; null: it shows what there is. */
  readonly newer: number | null;
  /** Own edits on top of it, oldest first. */
  readonly edits: readonly Edit[];
  /** Base with the edits on it: what the page shows. */
  readonly doc: JobDocument;
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
  /** What the server would not take, kept to copy. */
  readonly refused: readonly RefusedEdit[];
  readonly link: 'ok' | 'sending' | 'offline' | 'busy' | 'signed-out';
  /** The device has kept what the server has not; if not, it lives as long as this page. */
  readonly kept: boolean;
  readonly save: SaveState;
  /** Why the last edit could not be made here. */
  readonly message: string;
  readonly conflict: { readonly editId: string; readonly detail: ConflictDetail } | null;
}

export type JobAction =
  | { readonly type: 'edit'; readonly id: string; readonly patch: readonly PatchOperation[] }
  | { readonly type: 'undo'; readonly id: string }
  | { readonly type: 'redo'; readonly id: string }
  | { readonly type: 'sending'; readonly editId: string }
  | {
      readonly type: 'acknowledged';
      readonly editId: string;
      readonly version: number;
      /** The newest document, where somebody else’s changes are in it. */
      readonly document?: JobDocument;
    }
  /** Somewhere the job has become this version. */
  | { readonly type: 'heard'; readonly version: number }
  | { readonly type: 'later'; readonly why: 'offline' | 'busy' | 'signed-out' }
  | { readonly type: 'refused'; readonly editId: string; readonly refusal: Refusal }
  | { readonly type: 'kept'; readonly kept: boolean }
  /** Edits of a page that is gone, to be sent from here; they were made before one’s own that are not sent yet. */
  | { readonly type: 'adopted'; readonly edits: readonly Edit[] }
  /** Another page has taken this edit over. */
  | { readonly type: 'taken-over'; readonly editId: string }
  | { readonly type: 'dropped'; readonly editId: string }
  /** What was made before a restore, put on what is there now. */
  | { readonly type: 'again'; readonly editId: string; readonly id: string }
  | { readonly type: 'conflict'; readonly editId: string; readonly detail: ConflictDetail }
  /** `ids` gives each edit that is left a new id, since its content changes. */
  | { readonly type: 'resolved'; readonly keepTheirs: readonly string[]; readonly newId: () => string }
  /** The job read anew from the server. Of another lineage, what this page holds is set aside for its owner. */
  | {
      readonly type: 'reread';
      readonly document: JobDocument;
      readonly version: number;
      readonly lineage?: string | undefined;
      /** The edit the server said was made before a restore: it is not sent once more. */
      readonly replaced?: string | undefined;
    };

const UNDO_DEPTH = 200;

/** Said of what was made before a restore and not sent. */
const REPLACED: Refusal = {
  message: 'A backup was put back since this was entered.',
  field: '',
  again: true,
};

export const openJob = (
  base: JobDocument,
  version: number,
  edits: readonly Edit[] = [],
  refused: readonly RefusedEdit[] = [],
  lineage?: string,
): JobState =>
  settled({
    base,
    version,
    lineage,
    newest: version,
    newer: null,
    edits,
    doc: base,
    undo: [],
    redo: [],
    refused,
    link: 'ok',
    kept: true,
    save: 'saved',
    message: '',
    conflict: null,
  });

/** Own edits on a document; one that finds its place gone waits for the server’s word and is not shown. */
const shown = (base: JobDocument, edits: readonly Edit[]): JobDocument =>
  edits.reduce((doc, { patch }) => {
    const next = applyPatch(doc, patch);
    return next.ok ? next.value : doc;
  }, base);

function settled(state: JobState): JobState {
  const doc = shown(state.base, state.edits);
  const same = diffDocuments(state.doc, doc).length === 0;
  const next = same ? state : { ...state, doc };
  return { ...next, save: saveState(next), newer: newerThanShown(next) };
}

/** While own work is on its way, its answer brings whatever else is new. */
const newerThanShown = ({ newest, version, edits, conflict }: JobState): number | null =>
  edits.length === 0 && conflict === null && newest > version ? newest : null;

function saveState({ edits, refused, link, kept }: JobState): SaveState {
  if (edits.length > 0) {
    if (link === 'ok') return 'waiting';
    if (link === 'sending') return 'saving';
    return kept ? link : 'unkept';
  }
  return refused.length > 0 ? 'refused' : 'saved';
}

const pathsOf = (patch: readonly PatchOperation[]): string => patch.map((p) => p.path).join('\n');

/** Puts operations on top: into the last edit where it is about the same places and was never sent, else as one more. */
function withEdit(
  state: JobState,
  id: string,
  wanted: readonly PatchOperation[],
):
  | {
      readonly state: JobState;
      readonly back: readonly ChangeOperation[];
      readonly patch: readonly ChangeOperation[];
    }
  | string {
  const applied = applyPatch(state.doc, wanted);
  if (!applied.ok) return applied.errors[0]?.message ?? '';
  const patch = diffDocuments(state.doc, applied.value);
  const back = diffDocuments(applied.value, state.doc);
  const last = state.edits.at(-1);
  const before = state.edits.slice(0, -1);
  const merges =
    last &&
    !last.tried &&
    last.baseVersion === state.version &&
    last.lineage === state.lineage &&
    pathsOf(last.patch) === pathsOf(patch);
  const merged = merges ? diffDocuments(shown(state.base, before), applied.value) : patch;
  const kept = merges ? before : state.edits;
  const edits =
    merged.length === 0
      ? kept
      : [...kept, { id, baseVersion: state.version, lineage: state.lineage, patch: merged, tried: false }];
  const renamed = (steps: readonly Step[]) =>
    merges ? steps.map((s) => (s.editId === last.id ? { ...s, editId: id } : s)) : steps;
  return {
    state: settled({ ...state, edits, undo: renamed(state.undo), redo: renamed(state.redo), message: '' }),
    back,
    patch,
  };
}

/** What others have changed since takes those operations out of the way back: undo never reverts somebody else. */
function without(steps: readonly Step[], foreign: readonly PatchOperation[]): readonly Step[] {
  if (foreign.length === 0) return steps;
  return steps.flatMap((step) => {
    const touched = overlappingPaths(step.patch, foreign);
    const patch = step.patch.filter((op) => !touched.includes(op.path));
    return patch.length > 0 ? [{ ...step, patch }] : [];
  });
}

/** The page’s knowledge moves to a newer document; `known` is what it would be without anybody else. */
function onto(
  state: JobState,
  known: JobDocument,
  base: JobDocument,
  version: number,
  edits: readonly Edit[],
): JobState {
  const foreign = diffDocuments(known, base);
  return settled({
    ...state,
    base,
    version,
    edits,
    undo: without(state.undo, foreign),
    redo: without(state.redo, foreign),
  });
}

const withoutEdit = (state: JobState, id: string): JobState => ({
  ...state,
  edits: state.edits.filter((e) => e.id !== id),
  undo: state.undo.filter((s) => s.editId !== id),
  redo: state.redo.filter((s) => s.editId !== id),
});

export function jobReducer(state: JobState, action: JobAction): JobState {
  switch (action.type) {
    case 'edit': {
      const made = withEdit(state, action.id, action.patch);
      if (typeof made === 'string') return { ...state, message: made };
      if (made.patch.length === 0) return state;
      const [error] = addedErrors(state.doc, made.state.doc);
      if (error) {
        // The server would say the same: said at once, and what was typed is kept to copy.
        const refusal = {
          message: [error.message, error.remedy].map(sentence).join(' '),
          field: error.field,
        };
        return settled({
          ...state,
          refused: [...state.refused, { id: action.id, patch: made.patch, refusal }],
        });
      }
      const undo = [...made.state.undo.slice(-UNDO_DEPTH), { editId: action.id, patch: made.back }];
      return { ...made.state, undo, redo: [] };
    }
    case 'undo':
    case 'redo': {
      const [from, to] = action.type === 'undo' ? (['undo', 'redo'] as const) : (['redo', 'undo'] as const);
      const step = state[from].at(-1);
      if (!step) return state;
      const left = { ...state, [from]: state[from].slice(0, -1) };
      const made = withEdit(left, action.id, step.patch);
      // Its place is gone: that step is over, the one before is next.
      if (typeof made === 'string') return jobReducer(left, action);
      if (made.patch.length === 0) return made.state;
      return { ...made.state, [to]: [...made.state[to], { editId: action.id, patch: made.back }] };
    }
    case 'sending':
      return settled({
        ...state,
        // Trouble stands until something has got through: a further try is no news.
        link: state.link === 'ok' ? 'sending' : state.link,
        edits: state.edits.map((e) => (e.id === action.editId ? { ...e, tried: true } : e)),
      });
    case 'acknowledged': {
      const edit = state.edits.find((e) => e.id === action.editId);
      const reached = { ...state, link: 'ok' as const };
      if (!edit) return settled(reached);
      const own = applyPatch(state.base, edit.patch);
      const known = own.ok ? own.value : state.base;
      const edits = state.edits.filter((e) => e.id !== edit.id);
      return onto(reached, known, action.document ?? known, Math.max(state.version, action.version), edits);
    }
    case 'heard':
      return action.version > state.newest ? settled({ ...state, newest: action.version }) : state;
    case 'later':
      return settled({ ...state, link: action.why });
    case 'kept':
      return action.kept === state.kept ? state : settled({ ...state, kept: action.kept });
    case 'refused': {
      const edit = state.edits.find((e) => e.id === action.editId);
      if (!edit) return settled({ ...state, link: 'ok' });
      const left = withoutEdit({ ...state, link: 'ok' }, edit.id);
      const refused = [...state.refused, { id: edit.id, patch: edit.patch, refusal: action.refusal }];
      return settled({ ...left, refused });
    }
    case 'adopted': {
      const tried = state.edits.filter((e) => e.tried);
      const fresh = state.edits.filter((e) => !e.tried);
      return settled({ ...state, edits: [...tried, ...action.edits, ...fresh] });
    }
    case 'taken-over':
      return settled(withoutEdit(state, action.editId));
    case 'dropped':
      return settled({ ...state, refused: state.refused.filter((r) => r.id !== action.editId) });
    case 'conflict':
      return settled({ ...state, link: 'ok', conflict: { editId: action.editId, detail: action.detail } });
    case 'resolved': {
      if (!state.conflict) return state;
      const { document, version } = state.conflict.detail;
      const theirs = action.keepTheirs.map((path): PatchOperation => ({ op: 'replace', path }));
      const edits = state.edits.flatMap((e): Edit[] => {
        const given = overlappingPaths(e.patch, theirs);
        const patch = e.patch.filter((op) => !given.includes(op.path));
        return patch.length > 0
          ? [{ id: action.newId(), baseVersion: version, lineage: state.lineage, patch, tried: false }]
          : [];
      });
      return { ...onto({ ...state, conflict: null }, state.base, document, version, edits), message: '' };
    }
    case 'again': {
      const kept = state.refused.find((r) => r.id === action.editId);
      if (!kept) return state;
      const left = settled({ ...state, refused: state.refused.filter((r) => r !== kept) });
      const next = jobReducer({ ...left, message: '' }, { type: 'edit', id: action.id, patch: kept.patch });
      // Its place is gone: it stays to be copied.
      return next.message === '' ? next : { ...state, message: next.message };
    }
    case 'reread': {
      const { document, version, lineage, replaced } = action;
      // One that does not say was made before pages did: it is of the lineage the page was opened in.
      const stays = (e: Edit): boolean =>
        e.id !== replaced && (lineage === undefined || (e.lineage ?? state.lineage) === lineage);
      const own = state.edits.filter(stays);
      const before = state.edits.filter((e) => !own.includes(e));
      const refused = before.map(({ id, patch }): RefusedEdit => ({ id, patch, refusal: REPLACED }));
      const left = before.reduce<JobState>((s, e) => withoutEdit(s, e.id), { ...state, link: 'ok' });
      const refusals = [...state.refused, ...refused];
      const now = { ...left, lineage: lineage ?? state.lineage, newest: version, refused: refusals };
      return onto(now, state.base, document, version, own);
    }
  }
}

import { applyPatch, diffDocuments, type JobDocument, type PatchOperation } from '@venula/core';
import type { ConflictDetail } from '../api/types.ts';

export type SaveState = 'saved' | 'waiting' | 'saving' | 'offline' | 'refused';

/** A job as it lives in the page: what the server has acknowledged, what the page shows, and the way back. */
export interface JobState {
  readonly base: JobDocument;
  readonly version: number;
  readonly doc: JobDocument;
  readonly undo: readonly JobDocument[];
  readonly redo: readonly JobDocument[];
  readonly save: SaveState;
  readonly message: string;
  readonly conflict: ConflictDetail | null;
}

export type JobAction =
  | { readonly type: 'edit'; readonly patch: readonly PatchOperation[] }
  | { readonly type: 'undo' }
  | { readonly type: 'redo' }
  | { readonly type: 'sending' }
  | {
      readonly type: 'acknowledged';
      readonly sent: JobDocument;
      readonly version: number;
      readonly document?: JobDocument;
    }
  | { readonly type: 'conflict'; readonly detail: ConflictDetail }
  | { readonly type: 'resolved'; readonly keepTheirs: readonly string[] }
  | { readonly type: 'offline' }
  | { readonly type: 'refused'; readonly message: string };

const UNDO_DEPTH = 200;

export const openJob = (doc: JobDocument, version: number): JobState => ({
  base: doc,
  version,
  doc,
  undo: [],
  redo: [],
  save: 'saved',
  message: '',
  conflict: null,
});

const dirty = (base: JobDocument, doc: JobDocument): SaveState =>
  diffDocuments(base, doc).length > 0 ? 'waiting' : 'saved';

/** Own changes carried over onto a document that came from the server. */
const rebased = (own: readonly PatchOperation[], onto: JobDocument): JobDocument => {
  const result = applyPatch(onto, own);
  return result.ok ? result.value : onto;
};

export function jobReducer(state: JobState, action: JobAction): JobState {
  switch (action.type) {
    case 'edit': {
      const result = applyPatch(state.doc, action.patch);
      if (!result.ok) return { ...state, message: result.errors[0]?.message ?? '' };
      if (diffDocuments(state.doc, result.value).length === 0) return state;
      return {
        ...state,
        doc: result.value,
        undo: [...state.undo.slice(-UNDO_DEPTH), state.doc],
        redo: [],
        save:
          state.save === 'offline' && dirty(state.base, result.value) === 'waiting'
            ? 'offline'
            : dirty(state.base, result.value),
        message: '',
      };
    }
    case 'undo': {
      const doc = state.undo.at(-1);
      if (!doc) return state;
      return {
        ...state,
        doc,
        undo: state.undo.slice(0, -1),
        redo: [...state.redo, state.doc],
        save: dirty(state.base, doc),
      };
    }
    case 'redo': {
      const doc = state.redo.at(-1);
      if (!doc) return state;
      return {
        ...state,
        doc,
        redo: state.redo.slice(0, -1),
        undo: [...state.undo, state.doc],
        save: dirty(state.base, doc),
      };
    }
    case 'sending':
      return { ...state, save: 'saving' };
    case 'acknowledged': {
      const base = action.document ?? action.sent;
      const doc = action.document ? rebased(diffDocuments(action.sent, state.doc), base) : state.doc;
      return { ...state, base, doc, version: action.version, save: dirty(base, doc), message: '' };
    }
    case 'conflict':
      return { ...state, conflict: action.detail, save: 'waiting' };
    case 'resolved': {
      if (!state.conflict) return state;
      const { document: base, version } = state.conflict;
      const own = diffDocuments(state.base, state.doc).filter((op) => !action.keepTheirs.includes(op.path));
      const doc = rebased(own, base);
      return { ...state, base, version, doc, conflict: null, undo: [], redo: [], save: dirty(base, doc) };
    }
    case 'offline':
      return { ...state, save: 'offline' };
    case 'refused':
      // The server's word stands: back to what it has, with the reason shown.
      return {
        ...state,
        doc: state.base,
        save: 'refused',
        message: action.message,
        undo: state.undo,
        redo: [],
      };
  }
}

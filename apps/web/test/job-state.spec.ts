import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import type { PatchOperation } from '@venula/core/outcome';
import { jobReducer, openJob, type JobAction, type JobState } from '../src/job/job-state.ts';

const start = (): JobState => openJob(fullReturnJob('x'), 1);
const set = (path: string, value: unknown): PatchOperation => ({ op: 'replace', path, value });
let made = 0;
const newId = () => `id-${++made}`;
const edit = (path: string, value: unknown, id = newId()): JobAction => ({
  type: 'edit',
  id,
  patch: [set(path, value)],
});
const undo = (): JobAction => ({ type: 'undo', id: newId() });
const redo = (): JobAction => ({ type: 'redo', id: newId() });
const after = (state: JobState, ...actions: JobAction[]): JobState => actions.reduce(jobReducer, state);
const play = (...actions: JobAction[]): JobState => after(start(), ...actions);
const patched = (doc: JobDocument, ...patch: PatchOperation[]): JobDocument => {
  const result = applyPatch(doc, patch);
  if (!result.ok) throw new Error(result.errors[0]?.message);
  return result.value;
};
/** The first edit sent, and taken by a server that knows nothing else. */
const acknowledged = (state: JobState, document?: JobDocument): JobState => {
  const { id } = state.edits[0]!;
  return after(
    state,
    { type: 'sending', editId: id },
    {
      type: 'acknowledged',
      editId: id,
      version: state.version + (document ? 2 : 1),
      ...(document ? { document } : {}),
    },
  );
};

describe('a job in the page', () => {
  test('edit, undo and redo walk the same road', () => {
    const edited = play(edit('/title', 'a'), edit('/title', 'b'));
    expect(edited.save).toBe('waiting');
    const back = after(edited, undo(), undo());
    expect(back.doc.title).toBe('x');
    expect(back.save).toBe('saved');
    expect(after(back, redo()).doc.title).toBe('a');
    expect(after(back, redo(), redo()).doc.title).toBe('b');
    expect(play(edit('/title', 'x')).undo).toHaveLength(0);
  });

  test('a newer version somewhere is said until the page shows it, and not while own work is on its way, whose answer brings it', () => {
    const behind = play({ type: 'heard', version: 3 });
    expect(behind.newer).toBe(3);
    expect(after(behind, { type: 'heard', version: 2 }).newer).toBe(3);
    const working = after(behind, edit('/title', 'mine'));
    expect(working.newer).toBeNull();
    expect(
      acknowledged(working, patched(behind.base, set('/title', 'mine'), set('/customer', 'c'))).newer,
    ).toBeNull();
    const shown = after(behind, {
      type: 'reread',
      document: patched(behind.base, set('/customer', 'c')),
      version: 3,
    });
    expect([shown.newer, shown.doc.customer]).toEqual([null, 'c']);
    // What this page did itself is no news to it.
    const own = play(edit('/title', 'a'));
    expect(after(acknowledged(own), { type: 'heard', version: 2 }).newer).toBeNull();
  });

  test('an edit taken back by hand before it was sent leaves nothing to send', () => {
    expect(play(edit('/title', 'a'), edit('/title', 'x')).save).toBe('saved');
  });

  test('edits of one place before they are sent are one change; of two places two, so that one can be refused alone', () => {
    expect(play(edit('/title', 'a'), edit('/title', 'b')).edits).toHaveLength(1);
    expect(play(edit('/title', 'a'), edit('/customer', 'b')).edits).toHaveLength(2);
    const sent = play(edit('/title', 'a'));
    const typed = after(sent, { type: 'sending', editId: sent.edits[0]!.id }, edit('/title', 'b'));
    expect(typed.edits.map((e) => e.patch)).toEqual([[set('/title', 'a')], [set('/title', 'b')]]);
  });

  test('what was typed while a change was under way is kept and sent next', () => {
    const typed = play(edit('/title', 'a'), edit('/customer', 'c'));
    const acked = acknowledged(typed);
    expect(acked).toMatchObject({ version: 2, save: 'waiting' });
    expect(acked.doc).toMatchObject({ title: 'a', customer: 'c' });
    expect(acknowledged(acked)).toMatchObject({ version: 3, save: 'saved' });
  });

  test('somebody else’s change elsewhere comes in under one’s own, and undo leaves it alone', () => {
    const mine = play(edit('/title', 'a'), edit('/customer', 'c'));
    const theirs = patched(start().doc, set('/title', 'a'), set('/vehicle/engine', 'six'));
    const merged = acknowledged(mine, theirs);
    expect(merged.doc).toMatchObject({ customer: 'c', title: 'a' });
    const back = after(merged, undo(), undo());
    expect(back.doc).toMatchObject({ title: 'x', customer: '' });
    expect(back.doc.vehicle.engine).toBe('six');
  });

  test('a step back whose place somebody else has changed meanwhile is no step any more', () => {
    const mine = acknowledged(play(edit('/title', 'a'), edit('/customer', 'c')));
    const theirs = patched(mine.base, set('/customer', 'c'), set('/title', 'theirs'));
    const merged = acknowledged(mine, theirs);
    const back = after(merged, undo(), undo(), undo());
    expect(back.doc).toMatchObject({ title: 'theirs', customer: '' });
  });

  test('a conflict is resolved value by value', () => {
    const mine = play(edit('/title', 'mine'), edit('/customer', 'mine too'));
    const theirs = patched(mine.base, set('/title', 'theirs'), set('/customer', 'theirs too'));
    const conflicted = after(mine, {
      type: 'conflict',
      editId: mine.edits[0]!.id,
      detail: { version: 5, document: theirs, conflicts: [] },
    });
    const resolved = after(conflicted, { type: 'resolved', keepTheirs: ['/title'], newId });
    expect(resolved.doc).toMatchObject({ title: 'theirs', customer: 'mine too' });
    expect(resolved).toMatchObject({ version: 5, conflict: null, save: 'waiting' });
    expect(resolved.edits[0]).toMatchObject({ baseVersion: 5, tried: false });
  });

  test('only what the server refuses goes, with what was typed kept; the rest stays', () => {
    const mine = play(edit('/title', 'a'), edit('/brief/basePressurePa', 4e5), edit('/customer', 'c'));
    const refused = after(mine, {
      type: 'refused',
      editId: mine.edits[1]!.id,
      refusal: { message: 'why', field: '/brief/basePressurePa' },
    });
    expect(refused.doc).toMatchObject({ title: 'a', customer: 'c' });
    expect(refused.doc.brief.basePressurePa).toBe(start().doc.brief.basePressurePa);
    expect(refused.refused).toMatchObject([
      { patch: [set('/brief/basePressurePa', 4e5)], refusal: { message: 'why' } },
    ]);
    expect(refused.save).toBe('waiting');
    const sent = acknowledged(acknowledged(refused));
    expect(sent.save).toBe('refused');
    expect(after(sent, { type: 'dropped', editId: mine.edits[1]!.id }).save).toBe('saved');
    // Undo takes back what was made, never what was refused.
    expect(after(sent, undo(), undo()).doc).toMatchObject({ title: 'x', customer: '' });
  });

  test('what the checker refuses is refused at once, with its field, and never sent', () => {
    const refused = play(edit('/title', 'a'), edit('/brief/basePressurePa', 9e9));
    expect(refused.edits).toHaveLength(1);
    expect(refused.doc.brief.basePressurePa).toBe(start().doc.brief.basePressurePa);
    expect(refused.refused).toMatchObject([{ refusal: { field: '/brief/basePressurePa' } }]);
    expect(refused.refused[0]!.refusal.message).toMatch(/out of range.*800000/s);
    expect(acknowledged(refused).save).toBe('refused');
  });

  test('an own change whose place is gone waits for the server’s word; the others do not vanish with it', () => {
    const mine = play(
      edit('/title', 'a'),
      edit('/plumbing/elements/filter/micron', 20),
      edit('/customer', 'c'),
    );
    const theirs = patched(start().doc, set('/title', 'a'), {
      op: 'remove',
      path: '/plumbing/elements/filter',
    });
    const merged = acknowledged(mine, theirs);
    expect(merged.doc).toMatchObject({ title: 'a', customer: 'c' });
    expect(merged.edits).toHaveLength(2);
    expect(merged.save).toBe('waiting');
  });

  test('the state told is the truth: saved only when nothing of one’s own is unacknowledged', () => {
    const mine = play(edit('/title', 'a'));
    const { id } = mine.edits[0]!;
    expect(after(mine, { type: 'sending', editId: id }).save).toBe('saving');
    for (const why of ['offline', 'busy', 'signed-out'] as const) {
      const later = after(mine, { type: 'sending', editId: id }, { type: 'later', why });
      expect(later.save).toBe(why);
      expect(later.doc.title).toBe('a');
      expect(after(later, edit('/customer', 'c')).save).toBe(why);
      const again = after(later, { type: 'sending', editId: id });
      expect(again.save).toBe(why);
      expect(after(again, { type: 'acknowledged', editId: id, version: 2 }).save).toBe('saved');
    }
  });
});

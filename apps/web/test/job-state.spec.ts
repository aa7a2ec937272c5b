import { describe, expect, test } from '@jest/globals';
import { applyPatch, fullReturnJob, type PatchOperation } from '@venula/core';
import { jobReducer, openJob, type JobAction, type JobState } from '../src/job/job-state.ts';

const start = (): JobState => openJob(fullReturnJob('x'), 1);
const set = (path: string, value: unknown): PatchOperation => ({ op: 'replace', path, value });
const play = (...actions: JobAction[]): JobState => actions.reduce(jobReducer, start());
const edit = (path: string, value: unknown): JobAction => ({ type: 'edit', patch: [set(path, value)] });

describe('a job in the page', () => {
  test('edit, undo and redo walk the same road', () => {
    const edited = play(edit('/title', 'a'), edit('/title', 'b'));
    expect(edited.save).toBe('waiting');
    const back = [edited].map((s) => jobReducer(jobReducer(s, { type: 'undo' }), { type: 'undo' }))[0]!;
    expect(back.doc.title).toBe('x');
    expect(back.save).toBe('saved');
    expect(jobReducer(back, { type: 'redo' }).doc.title).toBe('a');
    expect(play(edit('/title', 'x')).undo).toHaveLength(0);
  });

  test('an edit taken back by hand before it was sent leaves nothing to send', () => {
    expect(play(edit('/title', 'a'), edit('/title', 'x')).save).toBe('saved');
  });

  test('what was typed while a change was under way is kept and sent next', () => {
    const sent = play(edit('/title', 'a'));
    const typed = jobReducer(jobReducer(sent, { type: 'sending' }), edit('/customer', 'c'));
    const acknowledged = jobReducer(typed, { type: 'acknowledged', sent: sent.doc, version: 2 });
    expect(acknowledged).toMatchObject({ version: 2, save: 'waiting' });
    expect(acknowledged.doc).toMatchObject({ title: 'a', customer: 'c' });
  });

  test('somebody else’s change elsewhere comes in under one’s own', () => {
    const sent = play(edit('/title', 'a'));
    const theirs = applyPatch(sent.doc, [set('/vehicle/engine', 'six')]);
    if (!theirs.ok) throw new Error();
    const typed = jobReducer(sent, edit('/customer', 'c'));
    const merged = jobReducer(typed, {
      type: 'acknowledged',
      sent: sent.doc,
      version: 3,
      document: theirs.value,
    });
    expect(merged.doc.vehicle.engine).toBe('six');
    expect(merged.doc.customer).toBe('c');
  });

  test('a conflict is resolved value by value', () => {
    const mine = play(edit('/title', 'mine'), edit('/customer', 'mine too'));
    const theirs = applyPatch(mine.base, [set('/title', 'theirs'), set('/customer', 'theirs too')]);
    if (!theirs.ok) throw new Error();
    const conflicted = jobReducer(mine, {
      type: 'conflict',
      detail: { version: 5, document: theirs.value, conflicts: [] },
    });
    const resolved = jobReducer(conflicted, { type: 'resolved', keepTheirs: ['/title'] });
    expect(resolved.doc).toMatchObject({ title: 'theirs', customer: 'mine too' });
    expect(resolved).toMatchObject({ version: 5, conflict: null, save: 'waiting' });
  });

  test('refused by the server: back to what it has, with the reason', () => {
    const refused = jobReducer(play(edit('/title', 'a')), { type: 'refused', message: 'why' });
    expect(refused).toMatchObject({ save: 'refused', message: 'why' });
    expect(refused.doc.title).toBe('x');
  });
});

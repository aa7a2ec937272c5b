import { describe, expect, test } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Lane } from '../../src/workers/lane.ts';
import type { PlanLane } from '../../src/workers/plan-client.ts';
import { useAnswer } from '../../src/workers/use-answer.ts';

/** A lane whose answers come when they are told to. */
function lane() {
  const pending: { about: string; answer: (v: string) => void; fail: (e: Error) => void }[] = [];
  const worker = {
    work: (about: string) => new Promise<string>((answer, fail) => pending.push({ about, answer, fail })),
  };
  const made = new Lane(() => ({ api: worker, close: () => undefined, onBreak: () => undefined }));
  return { lane: made as unknown as PlanLane, pending, ask: (about: string) => worker.work(about) };
}

function Asking({ about, by }: { readonly about: string | null; readonly by: ReturnType<typeof lane> }) {
  const { answer, fresh, fault, again } = useAnswer(by.lane, 'slot', about, (_, a) => by.ask(a), 0);
  return (
    <>
      <p data-testid="answer">{`${answer ?? 'none'}${fresh ? '' : ' (stale)'}`}</p>
      {fault !== null && <button onClick={again}>{fault}</button>}
    </>
  );
}
/** Says it, and lets the page take it in. */
const told = (say: () => void) =>
  act(() => {
    say();
    return Promise.resolve();
  });
const shown = () => screen.getByTestId('answer').textContent;

describe('an answer that follows what it is about', () => {
  test('is the newest; an older one is shown as stale meanwhile, and a late one is dropped', async () => {
    const by = lane();
    const { rerender } = render(<Asking about="a" by={by} />);
    await told(() => by.pending[0]!.answer('A'));
    expect(shown()).toBe('A');
    rerender(<Asking about="b" by={by} />);
    expect(shown()).toBe('A (stale)');
    rerender(<Asking about="c" by={by} />);
    await told(() => by.pending[1]!.answer('B'));
    expect(shown()).toBe('A (stale)');
    await told(() => by.pending[2]!.answer('C'));
    expect(shown()).toBe('C');
    expect(by.pending.map((p) => p.about)).toEqual(['a', 'b', 'c']);
  });

  test('that fails says why, and can be asked for again', async () => {
    const by = lane();
    render(<Asking about="a" by={by} />);
    await told(() => by.pending[0]!.fail(new Error('no answer in 20 s')));
    await userEvent.click(screen.getByRole('button', { name: 'no answer in 20 s' }));
    expect(screen.queryByRole('button')).toBeNull();
    await told(() => by.pending[1]!.answer('A'));
    expect(shown()).toBe('A');
  });

  test('is not asked for where there is nothing to ask about', () => {
    const by = lane();
    render(<Asking about={null} by={by} />);
    expect(by.pending).toEqual([]);
    expect(shown()).toBe('none (stale)');
  });
});

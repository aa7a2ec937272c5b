import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { Lane, LaneFault, Superseded, type Opened } from '../src/workers/lane.ts';

/** A worker that answers when it is told to. */
class Bench {
  readonly asked: string[] = [];
  private readonly pending = new Map<string, { answer: (v: unknown) => void; fail: (e: Error) => void }>();
  closed = false;
  breakDown: (why: string) => void = () => undefined;

  ask(what: string): Promise<unknown> {
    this.asked.push(what);
    return new Promise((answer, fail) => this.pending.set(what, { answer, fail }));
  }
  async answer(what: string, value: unknown = what): Promise<void> {
    this.pending.get(what)!.answer(value);
    await settle();
  }
  async fail(what: string, why: string): Promise<void> {
    this.pending.get(what)!.fail(new Error(why));
    await settle();
  }
}

const settle = async () => {
  for (let i = 0; i < 5; i++) await Promise.resolve();
};

describe('a lane of questions in front of one worker', () => {
  let benches: Bench[];
  let lane: Lane<Bench>;
  const last = () => benches.at(-1)!;
  const open = (): Opened<Bench> => {
    const bench = new Bench();
    benches.push(bench);
    return {
      api: bench,
      close: () => (bench.closed = true),
      onBreak: (told) => (bench.breakDown = told),
    };
  };
  /** What came of a question: its answer, or the name of what it failed with. */
  const outcome = (slot: string, what: string, rank = 0, budgetMs?: number) => {
    const got: { answer?: unknown; failed?: string; why?: string } = {};
    lane
      .ask(slot, (b) => b.ask(what), { rank, ...(budgetMs ? { budgetMs } : {}) })
      .then(
        (answer) => (got.answer = answer),
        (error: Error) => {
          got.failed = error.name;
          got.why = error.message;
        },
      );
    return got;
  };

  beforeEach(() => {
    jest.useFakeTimers();
    benches = [];
    lane = new Lane(open);
  });
  afterEach(() => void jest.useRealTimers());

  test('one at a time; of those that wait the lowest rank first', async () => {
    const first = outcome('a', 'a1');
    const preview = outcome('preview', 'p1', 4);
    const plan = outcome('plan', 'plan1', 2);
    expect(last().asked).toEqual(['a1']);
    await last().answer('a1');
    expect(first.answer).toBe('a1');
    expect(last().asked).toEqual(['a1', 'plan1']);
    await last().answer('plan1');
    await last().answer('p1');
    expect([plan.answer, preview.answer]).toEqual(['plan1', 'p1']);
    expect(benches).toHaveLength(1);
  });

  test('of one slot only the newest: what waits is never asked, what runs is answered to nobody', async () => {
    const [one, two, three] = [outcome('plan', '1'), outcome('plan', '2'), outcome('plan', '3')];
    await settle();
    expect([one.failed, two.failed]).toEqual(['Superseded', 'Superseded']);
    await last().answer('1');
    expect(last().asked).toEqual(['1', '3']);
    await last().answer('3');
    expect([one.answer, three.answer]).toEqual([undefined, '3']);
  });

  test('dropped questions wait for nothing', async () => {
    const runs = outcome('a', 'a1');
    const waits = outcome('b', 'b1');
    lane.drop('a');
    lane.drop('b');
    await settle();
    expect([runs.failed, waits.failed]).toEqual([new Superseded().name, 'Superseded']);
    await last().answer('a1');
    expect(last().asked).toEqual(['a1']);
  });

  test('a question that fails fails alone: the worker goes on', async () => {
    const bad = outcome('a', 'a1');
    const good = outcome('b', 'b1');
    await last().fail('a1', 'this plan cannot be solved');
    expect([bad.failed, bad.why]).toEqual(['Error', 'this plan cannot be solved']);
    await last().answer('b1');
    expect(good.answer).toBe('b1');
    expect(benches).toHaveLength(1);
  });

  test('a worker that breaks is told of and replaced, and what waits goes to the new one', async () => {
    const lost = outcome('a', 'a1');
    const next = outcome('b', 'b1');
    last().breakDown('out of memory');
    await settle();
    expect([lost.failed, lost.why]).toEqual([new LaneFault().name, 'out of memory']);
    expect(benches.map((b) => b.closed)).toEqual([true, false]);
    await last().answer('b1');
    expect(next.answer).toBe('b1');
    // Word of the one that is gone does no harm to the new one.
    benches[0]!.breakDown('again');
    expect(benches[1]!.closed).toBe(false);
  });

  test('one that does not come back is given up after its time', async () => {
    const stuck = outcome('a', 'a1', 0, 5000);
    jest.advanceTimersByTime(4999);
    await settle();
    expect(stuck.failed).toBeUndefined();
    jest.advanceTimersByTime(1);
    await settle();
    expect([stuck.failed, stuck.why]).toEqual(['LaneFault', 'no answer in 5 s']);
    expect(benches[0]!.closed).toBe(true);
    // Its late answer is not taken for the answer to what came after.
    const after = outcome('a', 'a2');
    await benches[0]!.answer('a1');
    expect(after.answer).toBeUndefined();
    await last().answer('a2');
    expect(after.answer).toBe('a2');
  });

  test('a worker that cannot be started is said, and tried anew by the next question', async () => {
    let broken = true;
    lane = new Lane(() => {
      if (broken) throw new Error('not found');
      return open();
    });
    const first = outcome('a', 'a1');
    await settle();
    expect([first.failed, first.why]).toEqual(['LaneFault', 'not found']);
    broken = false;
    const second = outcome('a', 'a2');
    await last().answer('a2');
    expect(second.answer).toBe('a2');
  });

  test('told something past the order', () => {
    lane.tell(() => {
      throw new Error('nobody is at work');
    });
    outcome('a', 'a1');
    const told: string[] = [];
    lane.tell((b) => told.push(...b.asked));
    expect(told).toEqual(['a1']);
  });
});

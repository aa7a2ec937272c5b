import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, fireEvent, screen, within } from '@testing-library/react';
import { fullReturnJob } from '@venula/core/document';
import { LiveReading } from '../../src/job/record/live/live-reading.tsx';
import { ProbeProvider } from '../../src/job/record/live/probe-context.tsx';
import { inJob } from './support/job.tsx';
import { shopSays, Trouble } from './support/shop-fetch.ts';
import { PSI } from '@venula/core/quantities';

/** A stream as a browser opens it, spoken by the test. */
class Stream {
  static readonly CLOSED = 2;
  static all: Stream[] = [];
  static get last(): Stream {
    return Stream.all.at(-1)!;
  }
  readyState = 1;
  onmessage: ((e: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  constructor(readonly url: string) {
    Stream.all.push(this);
  }
  close(): void {
    this.readyState = Stream.CLOSED;
  }
  say(live: object): Promise<void> {
    return act(async () => {
      this.onmessage?.({ data: JSON.stringify({ at: '2026-11-28T10:00:00Z', ...live }) });
      await Promise.resolve();
    });
  }
}

const reads = (dimension: string) => ({ dimension, low: 0, high: 1e6, resolution: 690 });
const instrument = (id: string, name: string) => ({
  id,
  name,
  reads: [reads('pressure')],
  calibratedOn: '2026-03-12',
  simulated: true,
});

describe('An instrument on the line', () => {
  let bench: unknown[];
  let refuse: Trouble | null;
  let shop: ReturnType<typeof shopSays>;
  const kept: [string, number, unknown][] = [];
  const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));
  const group = (what: string) => screen.getByRole('group', { name: `Live: ${what}` });
  const shown = (what: string) => within(group(what)).getByTestId('live').textContent;
  const keep = (what: string) =>
    within(group(what)).getByRole<HTMLButtonElement>('button', { name: /^Keep/ });
  const put = async (what: string) => {
    fireEvent.click(screen.getByRole('button', { name: `Read it live: ${what}` }));
    await pass(10);
  };
  const place = (name: string) => (
    <LiveReading
      key={name}
      place={name}
      what={name}
      dimension="pressure"
      setting={{ doing: 'reading', jobId: 'j', kind: 'base-pressure', stepId: name }}
      onKeep={(value, by) => kept.push([name, value, by])}
    />
  );
  const open = async () => {
    inJob(<ProbeProvider>{['before', 'locked'].map(place)}</ProbeProvider>, fullReturnJob('Wagon'));
    await pass(10);
  };

  beforeEach(() => {
    jest.useFakeTimers();
    Stream.all = [];
    kept.length = 0;
    bench = [];
    refuse = null;
    Object.defineProperty(globalThis, 'EventSource', { value: Stream, configurable: true });
    shop = shopSays({
      'GET /instruments': () => [instrument('g', 'Gauge'), instrument('s', 'Stream of the controller')],
      'PUT /instruments/bench': (body) => {
        if (refuse) return refuse;
        bench.push(body);
        return null;
      },
    });
  });
  afterEach(() => {
    jest.useRealTimers();
    shop.end();
  });

  test('the simulated car is told first, then the gauge shows and is kept with who it is', async () => {
    await open();
    await put('before');
    expect(bench).toEqual([{ doing: 'reading', jobId: 'j', kind: 'base-pressure', stepId: 'before' }]);
    expect(Stream.last.url).toBe('/api/v1/instruments/g/live?reads=pressure');
    expect(shown('before')).toBe('connecting…');
    expect(keep('before').disabled).toBe(true);
    await Stream.last.say({ state: 'reading', value: 43.5 * PSI });
    expect(shown('before')).toBe('43.5 psi');
    fireEvent.click(keep('before'));
    expect(kept).toEqual([
      ['before', 43.5 * PSI, { id: 'g', name: 'Gauge', resolution: 690, calibratedOn: '2026-03-12' }],
    ]);
  });

  test('silence is a lost instrument within two seconds, and nothing of it can be kept', async () => {
    await open();
    await put('before');
    await Stream.last.say({ state: 'reading', value: 43.5 * PSI });
    await pass(2000);
    expect(shown('before')).toBe('no connection');
    expect(keep('before').disabled).toBe(true);
    await Stream.last.say({ state: 'reading', value: 44 * PSI });
    expect(shown('before')).toBe('44.0 psi');
    for (const [state, words] of [
      ['over', 'over range'],
      ['nothing', 'nothing at the probe'],
      ['lost', 'no connection'],
    ] as const) {
      await Stream.last.say({ state });
      expect(shown('before')).toBe(words);
      expect(keep('before').disabled).toBe(true);
    }
  });

  test('a stream that is turned away is opened again; one that only broke is left to the browser', async () => {
    await open();
    await put('before');
    const first = Stream.last;
    await act(async () => {
      first.onerror?.();
      await Promise.resolve();
    });
    await pass(5000);
    expect(Stream.all).toHaveLength(1);
    first.readyState = Stream.CLOSED;
    await act(async () => {
      first.onerror?.();
      await Promise.resolve();
    });
    await pass(2100);
    expect(Stream.all).toHaveLength(2);
  });

  test('there is one probe: put elsewhere, the first place lets go and its reading is not the new one’s', async () => {
    await open();
    await put('before');
    await Stream.last.say({ state: 'reading', value: 37 * PSI });
    const first = Stream.last;
    await put('locked');
    expect(first.readyState).toBe(Stream.CLOSED);
    expect(screen.queryByRole('group', { name: 'Live: before' })).toBeNull();
    expect(shown('locked')).toBe('connecting…');
  });

  test('another instrument begins anew; what the first showed is not its reading', async () => {
    await open();
    await put('before');
    await Stream.last.say({ state: 'reading', value: 37 * PSI });
    fireEvent.change(within(group('before')).getByLabelText('Read from'), { target: { value: 's' } });
    expect(shown('before')).toBe('connecting…');
    expect(Stream.last.url).toBe('/api/v1/instruments/s/live?reads=pressure');
  });

  test('a bench that refuses is said, and nothing is shown as if it were read', async () => {
    refuse = new Trouble(503, 'BENCH_AWAY', 'The simulated instruments do not answer.');
    await open();
    await put('before');
    expect(within(group('before')).getByRole('alert').textContent).toContain('do not answer');
    expect(Stream.all).toHaveLength(0);
    expect(keep('before').disabled).toBe(true);
  });
});

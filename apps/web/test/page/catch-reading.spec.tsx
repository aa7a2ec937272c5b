import { describe, expect, jest, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob } from '@venula/core/document';
import { CatchReading } from '../../src/features/test/catch-reading.tsx';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

describe('fuel caught in a can', () => {
  const kept = jest.fn<(flow: number, note: string) => void>();
  const open = () => {
    kept.mockClear();
    const shop = shopSays({});
    inJob(<CatchReading what="Flow out of the return" onRead={kept} />, fullReturnJob('Wagon'));
    return shop;
  };
  const keep = () => screen.getByRole('button', { name: 'Keep the reading: Flow out of the return' });

  test('is a volume in so many seconds: a bare figure is seconds, and both are kept with the flow', async () => {
    const user = userEvent.setup();
    const shop = open();
    expect(keep().hasAttribute('disabled')).toBe(true);
    await user.type(screen.getByLabelText('Caught'), '2 L');
    await user.type(screen.getByLabelText('In'), '15');
    screen.getByText(/^480 L\/h/);
    await user.click(keep());
    const [[flow, note]] = kept.mock.calls as [[number, string]];
    expect(flow).toBeCloseTo(2e-3 / 15, 9);
    expect(note).toMatch(/in 15\.0 s$/);
    shop.end();
  });

  test('the stopwatch fills the seconds; no time, no flow', async () => {
    const user = userEvent.setup();
    const shop = open();
    let clock = 1000;
    const now = jest.spyOn(performance, 'now').mockImplementation(() => clock);
    await user.type(screen.getByLabelText('Caught'), '1 gal');
    expect(keep().hasAttribute('disabled')).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Start the watch' }));
    clock += 28_400;
    await user.click(screen.getByRole('button', { name: 'Stop the watch' }));
    now.mockRestore();
    expect(screen.getByLabelText<HTMLInputElement>('In').value).toBe('28.4 s');
    await user.click(keep());
    const [[flow]] = kept.mock.calls as [[number, string]];
    expect(flow).toBeCloseTo(3.785411784e-3 / 28.4, 7);
    shop.end();
  });
});

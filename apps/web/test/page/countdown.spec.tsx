import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { Countdown } from '../../src/ui/countdown.tsx';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});
const shown = () => screen.getByRole('timer').textContent;
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name: `${name}: Wait` }));
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

test('runs down by the clock, stops, begins anew, and says when time is up', async () => {
  render(<Countdown seconds={300} label="Wait" />);
  expect(shown()).toBe('5:00');
  press('Start');
  await pass(61_000);
  expect(shown()).toBe('3:59');
  press('Stop');
  expect(shown()).toBe('5:00');
  press('Start');
  await pass(299_000);
  expect(shown()).toBe('0:01');
  await pass(1_500);
  expect(shown()).toBe('Time is up');
  press('Start');
  expect(shown()).toBe('5:00');
});

test('a tablet that slept has not stretched it', async () => {
  render(<Countdown seconds={300} label="Wait" />);
  press('Start');
  await pass(1_000);
  // No timer fires while it sleeps: only the clock goes on.
  jest.setSystemTime(Date.now() + 10 * 60_000);
  await pass(300);
  expect(shown()).toBe('Time is up');
});

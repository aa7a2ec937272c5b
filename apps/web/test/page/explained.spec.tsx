import { describe, expect, test } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { changeWords } from '../../src/job/field-words.ts';
import { Explained, LabelledField } from '../../src/ui/explained.tsx';

describe('a word of the field', () => {
  test('is explained one tap away, in the text and behind a label, and the label still names its field', async () => {
    const user = userEvent.setup();
    render(
      <>
        <p>
          <Explained text="The seat has a Cv of 2.6." />
        </p>
        <LabelledField htmlFor="rvp" text="Vapor pressure (RVP)">
          <input id="rvp" />
        </LabelledField>
      </>,
    );
    await user.click(screen.getByRole('button', { name: 'Cv' }));
    expect(screen.getByTestId('explanation').textContent).toMatch(/^CvFlow in US gallons a minute/);
    await user.keyboard('{Escape}');
    expect(screen.queryByTestId('explanation')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'What is that?' }));
    expect(screen.getByTestId('explanation').textContent).toContain('wants to boil');
    expect(screen.getByLabelText('Vapor pressure (RVP)').id).toBe('rvp');
  });

  test('a label nobody sees has nothing to press', () => {
    render(
      <LabelledField htmlFor="x" text="Base pressure" bare>
        <input id="x" />
      </LabelledField>,
    );
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('what a change makes of a value', () => {
  const format = (dimension: string, v: number) => `${v} ${dimension}`;
  const point = (rpm: number, powerW: number) => ({ rpm, powerW, boostPa: 0 });

  test('of a pull only the points that differ, by rpm', () => {
    const words = changeWords(
      { doc: {}, value: [point(3000, 1), point(4000, 2), point(5000, 3)] },
      { doc: {}, value: [point(3000, 1), point(4000, 9), point(6000, 3)] },
      '/brief/pull',
      format,
    );
    expect(words).toBe(
      '4000 rpm: 2 power at 0 manifold → 9 power at 0 manifold; 5000 rpm: 3 power at 0 manifold → no point; 6000 rpm: no point → 3 power at 0 manifold',
    );
  });

  test('of anything else what it was and what it is', () => {
    const change = (was: unknown, is: unknown) =>
      changeWords({ doc: {}, value: was }, { doc: {}, value: is }, '/x', format);
    expect(change(undefined, true)).toBe('not there → yes');
    expect(change([1, 2], [1])).toBe('2 entries → 1 entry');
    expect(change('a', undefined)).toBe('a → removed');
  });
});

import { describe, expect, test } from '@jest/globals';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { MemoryRouter } from 'react-router';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { ConvertSum } from '../../src/features/quick-sums/convert-sum.tsx';
import { LineSum } from '../../src/features/quick-sums/line-sum.tsx';
import { SenderSum } from '../../src/features/quick-sums/sender-sum.tsx';
import { choose } from './support/choose.ts';
import { WireSum } from '../../src/features/quick-sums/wire-sum.tsx';

const show = (sum: React.ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <SettingsProvider>{sum}</SettingsProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  );
const answer = () => screen.getByTestId('answer').textContent ?? '';
const set = async (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  await userEvent.type(field, `${text}{Enter}`);
};

describe('quick sums', () => {
  test('a line: the smallest size that does it is named, sizes that lose too much are marked', async () => {
    show(<LineSum role="feed" />);
    const small = Number(/-(\d+): loses/.exec(answer())![1]);
    await set('Flow', '1500 L/h');
    expect(Number(/-(\d+): loses/.exec(answer())![1])).toBeGreaterThan(small);
    const sizes = within(screen.getByRole('table')).getAllByRole('row').slice(1);
    const losses = sizes.map((r) => Number(/([\d.]+) psi/.exec(r.textContent ?? '')![1]));
    expect([...losses].sort((a, b) => b - a)).toEqual(losses);
  });

  test('a return is judged against 35% of the rail at idle', async () => {
    show(<LineSum role="return" />);
    expect(document.body.textContent).toContain('under 35% of the rail at idle, 15.2 psi');
    await set('Rail at idle', '58 psi');
    expect(document.body.textContent).toContain('under 35% of the rail at idle, 20.5 psi');
    expect(screen.getByLabelText('Return flow at idle')).toBeTruthy();
  });

  test('what is out of range stays in its field with its limits, and the answer stands', async () => {
    show(<WireSum />);
    const before = answer();
    await set('Current', '500 A');
    expect(screen.getByRole('alert').textContent).toMatch(/200/);
    expect(screen.getByLabelText<HTMLInputElement>('Current').value).toBe('500 A');
    expect(answer()).toBe(before);
    await set('Current', '40');
    expect(answer()).toMatch(/^\d+ AWG, with a 50 A fuse\.$/);
  });

  test('wire: metric sizes, a hot place and aluminum all ask for more metal', async () => {
    show(<WireSum />);
    await choose(userEvent.setup(), screen.getByLabelText('Sizes'), 'mm²');
    const square = () => Number(/^([\d.]+) mm²/.exec(answer())![1]);
    const copper = square();
    await choose(userEvent.setup(), screen.getByLabelText('Conductor'), 'copper-clad aluminum');
    expect(square()).toBeGreaterThan(copper);
    expect(document.body.textContent).toContain('Not in a pump feed');
  });

  test('a sender that never reaches full speed is told so, one that is upside down as well', async () => {
    show(<SenderSum />);
    expect(answer()).toMatch(/^Full speed at [\d.]+ psi\.$/);
    await set('Full speed at and above', '4.9');
    expect(answer()).toContain('Full speed is never asked for');
    await set('Full speed at and above', '0.2');
    expect(answer()).toBe('Upper values must lie above the lower ones.');
  });

  test('convert: as it is typed, with its unit, or why it cannot be read', async () => {
    show(<ConvertSum />);
    expect(document.body.textContent).toMatch(/399\.896kPa/);
    const field = screen.getByLabelText('Value with its unit');
    await userEvent.clear(field);
    await userEvent.type(field, 'a lot');
    expect(document.querySelector('dl')).toBeNull();
    expect(answer()).toBe('"a lot" is not a pressure');
  });
});

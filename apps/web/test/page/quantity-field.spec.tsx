import { describe, expect, test } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { QuantityField, type QuantityFieldProps } from '../../src/ui/quantity-field.tsx';

const field = (props: Partial<QuantityFieldProps> = {}) => {
  const given: number[] = [];
  render(
    <SettingsProvider>
      <QuantityField
        label="Length"
        dimension="length"
        value={3.048}
        range={{ min: 0.01, max: 30 }}
        onCommit={(v) => given.push(v)}
        {...props}
      />
    </SettingsProvider>,
  );
  return { given, input: screen.getByLabelText<HTMLInputElement>('Length'), user: userEvent.setup() };
};

describe('a field for a quantity', () => {
  test('shows the value in the units of the device and hands over SI, by Enter or by leaving', async () => {
    const { given, input, user } = field();
    expect(input.value).toBe('10 ft');
    await user.clear(input);
    await user.type(input, '11 ft 6 in{Enter}');
    await user.clear(input);
    await user.type(input, '2.5 m');
    await user.tab();
    expect(given.map((v) => Number(v.toPrecision(6)))).toEqual([3.5052, 2.5]);
  });

  test('what was probably meant is a tap, and the tap takes it', async () => {
    const { given, input, user } = field();
    await user.clear(input);
    await user.type(input, '11 6{Enter}');
    await user.click(screen.getByRole('button', { name: '11 ft 6 in' }));
    expect(given.map((v) => Number(v.toPrecision(6)))).toEqual([3.5052]);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('what is not understood, or out of range, stays in the field with what to do, and is not handed over', async () => {
    const { given, input, user } = field();
    await user.clear(input);
    await user.type(input, 'about ten{Enter}');
    expect(screen.getByRole('alert').textContent).not.toBe('');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(input.value).toBe('about ten');
    await user.clear(input);
    await user.type(input, '400 ft{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/98/);
    expect(given).toEqual([]);
    await user.clear(input);
    await user.type(input, '9 ft{Enter}');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(given).toHaveLength(1);
  });

  test('Escape takes back what was typed; the same value again is no change', async () => {
    const { given, input, user } = field();
    await user.clear(input);
    await user.type(input, '77{Escape}');
    expect(input.value).toBe('10 ft');
    await user.click(input);
    await user.keyboard('{Enter}');
    await user.tab();
    expect(given).toEqual([]);
  });

  test('in metric as on the device, and not at all where nothing may be changed', async () => {
    localStorage.setItem('venula:units', 'metric');
    const { given, input, user } = field({ disabled: true });
    expect(input.value).toBe('3.048 m');
    await user.type(input, '5{Enter}');
    expect(given).toEqual([]);
    localStorage.clear();
  });
});

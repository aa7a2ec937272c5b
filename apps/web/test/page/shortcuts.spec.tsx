import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { fireEvent, render, screen } from '@testing-library/react';
import { isUs } from '@venula/core/quantities';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { useSettings } from '../../src/app/settings.ts';
import { useShortcuts } from '../../src/app/shortcuts.ts';

/** The key that changes the units, beside a field and lists of each kind. */

function Bench() {
  const { units, setUnits } = useSettings();
  const change = () => setUnits(isUs(units) ? 'metric' : 'us');
  useShortcuts({ u: change, 'ctrl+z': change });
  return (
    <>
      <span data-testid="units">{units}</span>
      <input aria-label="Title" />
      <button type="button" role="combobox" aria-expanded={false} aria-controls="none">
        Style
      </button>
      <button type="button" aria-haspopup="menu">
        Add
      </button>
      <div role="listbox" tabIndex={0} aria-label="Styles">
        <div role="option" aria-selected={false} tabIndex={0}>
          Returnless
        </div>
      </div>
      <div role="menu" tabIndex={0} aria-label="Units">
        <div role="menuitem" tabIndex={0}>
          US
        </div>
      </div>
      <p data-testid="plain">Text</p>
    </>
  );
}

beforeEach(() => {
  localStorage.clear();
  render(
    <SettingsProvider>
      <Bench />
    </SettingsProvider>,
  );
});
afterEach(() => localStorage.clear());
const units = () => screen.getByTestId('units').textContent;

test('a word typed while a list, drop-down or menu has the focus is no shortcut', () => {
  const places = [
    screen.getByLabelText('Title'),
    screen.getByRole('combobox'),
    screen.getByRole('button', { name: 'Add' }),
    screen.getByRole('listbox'),
    screen.getByRole('option'),
    screen.getByRole('menu'),
    screen.getByRole('menuitem'),
  ];
  for (const place of places) {
    for (const key of 'returnless') fireEvent.keyDown(place, { key });
    expect(units()).toBe('us');
  }
  expect(screen.queryByRole('status')).toBeNull();
});

test('what was chosen is taken back with Ctrl+Z while the drop-down still has the focus; in a field the key is the text’s own', () => {
  fireEvent.keyDown(screen.getByRole('combobox'), { key: 'z', ctrlKey: true });
  expect(units()).toBe('metric');
  fireEvent.keyDown(screen.getByRole('button', { name: 'Add' }), { key: 'z', ctrlKey: true });
  expect(units()).toBe('us');
  for (const place of [screen.getByLabelText('Title'), screen.getByRole('listbox'), screen.getByRole('menu')])
    fireEvent.keyDown(place, { key: 'z', ctrlKey: true });
  expect(units()).toBe('us');
});

test('a change of units is said, and taken back by one touch', () => {
  fireEvent.keyDown(screen.getByTestId('plain'), { key: 'u' });
  expect(units()).toBe('metric');
  expect(screen.getByRole('status').textContent).toContain('Metric');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(units()).toBe('us');
  expect(screen.queryByRole('status')).toBeNull();
});

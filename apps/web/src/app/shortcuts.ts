import { useEffect } from 'react';

/** Where a letter means something else: text that is typed, and lists, drop-downs and menus, which jump to it. */
const TAKES_LETTERS = [
  'input',
  'textarea',
  'select',
  '[contenteditable]',
  ...['combobox', 'listbox', 'option', 'menu', 'menuitem', 'menubar', 'tree', 'grid'].map(
    (r) => `[role="${r}"]`,
  ),
  ...['menu', 'listbox'].map((kind) => `[aria-haspopup="${kind}"]`),
].join(', ');

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest(TAKES_LETTERS) !== null;

/**
 * Keyboard shortcuts: single keys, or "g" then a letter. Never while something is being typed, except with Ctrl.
 * Keys are written as "?", "[", "g p", "ctrl+z".
 */
export function useShortcuts(keys: Readonly<Record<string, () => void>>): void {
  useEffect(() => {
    let after = '';
    const onKey = (e: KeyboardEvent) => {
      const held = e.ctrlKey || e.metaKey;
      if (e.defaultPrevented || typing(e.target) || e.altKey) return;
      const key = e.key.toLowerCase();
      const name = held ? `ctrl+${e.shiftKey ? 'shift+' : ''}${key}` : after === 'g' ? `g ${key}` : key;
      after = !held && key === 'g' && after === '' ? 'g' : '';
      const act = keys[name];
      if (!act) return;
      e.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [keys]);
}

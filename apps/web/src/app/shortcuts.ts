import { useEffect } from 'react';

const roles = (...names: readonly string[]): readonly string[] => names.map((n) => `[role="${n}"]`);

/** Where keys belong to what has the focus, with Ctrl or without: text that is typed, and lists and menus that are open. */
const TAKES_ALL = [
  'input, textarea, [contenteditable]',
  ...roles('listbox', 'option', 'menu', 'menuitem', 'menubar', 'tree', 'grid'),
].join(', ');
/** Where only a letter means something else: drop-downs jump to it. Ctrl+Z after a choice still takes it back. */
const TAKES_LETTERS = [
  'select',
  ...roles('combobox'),
  ...['menu', 'listbox'].map((kind) => `[aria-haspopup="${kind}"]`),
].join(', ');

const within = (target: EventTarget | null, places: string): boolean =>
  target instanceof HTMLElement && target.closest(places) !== null;

/**
 * Keyboard shortcuts: single keys, or "g" then a letter. Never where the key belongs to a field, list or menu.
 * Keys are written as "?", "[", "g p", "ctrl+z".
 */
export function useShortcuts(keys: Readonly<Record<string, () => void>>): void {
  useEffect(() => {
    let after = '';
    const onKey = (e: KeyboardEvent) => {
      const held = e.ctrlKey || e.metaKey;
      if (e.defaultPrevented || e.altKey) return;
      if (within(e.target, TAKES_ALL) || (!held && within(e.target, TAKES_LETTERS))) return;
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

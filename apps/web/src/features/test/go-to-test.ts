import type { RunKind } from '../../api/types.ts';

/** Shows a test, unfolded, and puts the keyboard on it. */
export function goToTest(kind: RunKind): void {
  const test = document.querySelector<HTMLElement>(`[data-procedure="${kind}"]`);
  if (!test) return;
  if (test instanceof HTMLDetailsElement) test.open = true;
  test.scrollIntoView({ block: 'start' });
  test.focus({ preventScroll: true });
}

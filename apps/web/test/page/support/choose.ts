import { act, screen } from '@testing-library/react';
import type { UserEvent } from '@testing-library/user-event';

/** Takes one line of a list that is a field of a form: by its words, or by where it stands. */
export async function choose(user: UserEvent, field: HTMLElement, choice: string | number): Promise<void> {
  act(() => field.focus());
  await user.keyboard('{Enter}');
  const options = await screen.findAllByRole('option');
  const option = typeof choice === 'number' ? options[choice] : options.find((o) => o.textContent === choice);
  if (!option) throw new Error(`no ${choice} among: ${options.map((o) => o.textContent).join(', ')}`);
  act(() => option.focus());
  await user.keyboard('{Enter}');
}

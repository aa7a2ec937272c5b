import { describe, expect, test } from '@jest/globals';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob } from '@venula/core/document';
import type { ConflictDetail } from '../../src/api/types.ts';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { ConflictDialog } from '../../src/job/conflict-dialog.tsx';

const FEED = '/plumbing/elements/feed';
const open = (conflicts: ConflictDetail['conflicts']) => {
  const kept: (readonly string[])[] = [];
  const detail: ConflictDetail = { version: 4, document: fullReturnJob('x'), conflicts };
  render(
    <SettingsProvider>
      <ConflictDialog detail={detail} onResolve={(theirs) => kept.push(theirs)} />
    </SettingsProvider>,
  );
  return { kept, user: userEvent.setup(), dialog: screen.getByRole('dialog') };
};
const length = { path: `${FEED}/lengthM`, mine: 4.8768, theirs: 3.6576, by: 'Lou Brandt', at: null };
const from = {
  path: `${FEED}/lengthMFrom`,
  mine: { origin: 'typed', value: 4.8768 },
  theirs: { origin: 'measured', value: 3.6576, by: 'Lou Brandt' },
  by: 'Lou Brandt',
  at: null,
};
const keep = 'Keep what is chosen';

describe('two people changed the same thing', () => {
  test('both values in the words and units of the plan; where a figure comes from goes with the one that is chosen', async () => {
    const { kept, user, dialog } = open([length, from]);
    const fieldsets = dialog.querySelectorAll('fieldset');
    expect(fieldsets).toHaveLength(1);
    expect(fieldsets[0]!.textContent).toContain('length');
    expect(fieldsets[0]!.textContent).toContain('16 ft');
    expect(fieldsets[0]!.textContent).toContain('12 ft');
    await user.click(within(dialog).getByText('theirs, Lou Brandt'));
    await user.click(within(dialog).getByRole('button', { name: keep }));
    expect(kept).toEqual([[length.path, from.path]]);
  });

  test('unless something else is chosen, one’s own stays', async () => {
    const { kept, user, dialog } = open([length, from]);
    await user.click(within(dialog).getByRole('button', { name: keep }));
    expect(kept).toEqual([[]]);
  });

  test('only where it comes from: that is asked; choices and parts are told by their names', async () => {
    const { kept, user, dialog } = open([
      from,
      { path: `${FEED}/hose`, mine: 'ptfe', theirs: 'rubber-braid', by: 'Lou Brandt', at: null },
      { path: `${FEED}/dash`, mine: 10, theirs: null, by: 'Lou Brandt', at: null },
    ]);
    const legends = [...dialog.querySelectorAll('legend')].map((l) => l.textContent);
    expect(legends).toHaveLength(3);
    expect(legends[1]).toMatch(/: hose or tube$/);
    expect(dialog.textContent).toContain('-10');
    expect(dialog.textContent).toContain('removed');
    await user.click(within(dialog).getAllByText('theirs, Lou Brandt')[1]!);
    await user.click(within(dialog).getByRole('button', { name: keep }));
    expect(kept).toEqual([[`${FEED}/hose`]]);
  });
});

import { afterEach, describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob } from '@venula/core/document';
import { useState } from 'react';
import { BottomBar } from '../../src/job/bottom-bar.tsx';
import { NOTHING_OFFERED, ShellProvider, type Panel } from '../../src/job/shell.ts';
import { StageFrame, type Sheet } from '../../src/job/stage-frame.tsx';
import { inJob } from './support/job.tsx';

/** A screen so many px wide. */
function wide(px: number): void {
  globalThis.matchMedia = ((query: string) => ({
    matches: px >= Number(/\d+/.exec(query)![0]),
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  })) as unknown as typeof globalThis.matchMedia;
}
afterEach(() => {
  Reflect.deleteProperty(globalThis, 'matchMedia');
});

function Page({ strip = false, aside = true }: { readonly strip?: boolean; readonly aside?: boolean }) {
  const [panel, show] = useState<Panel>('none');
  const [offers, offer] = useState(NOTHING_OFFERED);
  const [open, setOpen] = useState(false);
  const sheet: Sheet | null = open
    ? { title: 'Feed hose', content: <p>its figures</p>, onClose: () => setOpen(false) }
    : null;
  return (
    <ShellProvider value={{ panel, show, offers, offer }}>
      <StageFrame strip={strip} sheet={sheet} {...(aside ? { aside: <p>what was found</p> } : {})}>
        <button type="button" onClick={() => setOpen(true)}>
          a part
        </button>
      </StageFrame>
      <BottomBar />
    </ShellProvider>
  );
}
const key = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });

describe('a stage on screens of three widths', () => {
  test('wide: findings are there; a part opens before them, Escape brings them back alone', async () => {
    wide(1280);
    const user = userEvent.setup();
    inJob(<Page />, fullReturnJob('x'));
    expect(screen.getByText('what was found')).toBeTruthy();
    await user.click(key('a part'));
    const sheet = screen.getByRole('complementary', { name: 'Feed hose' });
    expect(sheet.textContent).toMatch(/its figures.*what was found/);
    await user.keyboard('{Escape}');
    expect(screen.queryByText('its figures')).toBeNull();
    expect(screen.getByRole('complementary', { name: 'Findings' })).toBeTruthy();
  });

  test('phone: nothing covers the stage until it is asked for', async () => {
    wide(390);
    const user = userEvent.setup();
    inJob(<Page />, fullReturnJob('x'));
    expect(screen.queryByText('what was found')).toBeNull();
    await user.click(key('Findings'));
    expect(screen.getByText('what was found')).toBeTruthy();
    await user.click(key('Close Findings'));
    expect(screen.queryByText('what was found')).toBeNull();
    await user.click(key('a part'));
    expect(screen.getByText('its figures')).toBeTruthy();
    await user.click(key('Close Feed hose'));
    expect(screen.queryByRole('complementary')).toBeNull();
  });

  test('a key that would show nothing cannot be pressed', () => {
    wide(390);
    inJob(<Page strip={false} aside={false} />, fullReturnJob('x'));
    expect([key('States').disabled, key('Findings').disabled]).toEqual([true, true]);
  });

  test('states open as a sheet of their own where they act', async () => {
    wide(390);
    const user = userEvent.setup();
    inJob(<Page strip />, fullReturnJob('x'));
    expect(screen.queryByRole('group', { name: 'Operating state' })).toBeNull();
    await user.click(key('States'));
    expect(screen.getByRole('group', { name: 'Operating state' })).toBeTruthy();
  });

  test('tablet: a strip under the work, and the drawer shut', () => {
    wide(1024);
    inJob(<Page strip />, fullReturnJob('x'));
    expect(screen.getByRole('group', { name: 'Operating state' })).toBeTruthy();
    expect(screen.queryByText('what was found')).toBeNull();
  });
});

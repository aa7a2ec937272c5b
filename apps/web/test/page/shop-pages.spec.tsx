import { afterEach, describe, expect, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SHOP_LIMITS } from '@venula/core/document';
import type { ReactNode } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { ChoosePassword } from '../../src/features/sign-in/choose-password.tsx';
import { SignInPage } from '../../src/features/sign-in/sign-in-page.tsx';
import { AuditView } from '../../src/features/shop/audit-view.tsx';
import { BackupView } from '../../src/features/shop/backup-view.tsx';
import { InstrumentsView } from '../../src/features/shop/instruments-view.tsx';
import { PeopleView } from '../../src/features/shop/people-view.tsx';
import { SettingsView } from '../../src/features/shop/settings-view.tsx';
import { choose } from './support/choose.ts';
import { shopSays, Trouble, type Say } from './support/shop-fetch.ts';

let shop: ReturnType<typeof shopSays> | undefined;
afterEach(() => shop?.end());

const FACE = {
  name: 'Harrow Lane Fuel Works',
  address: '',
  units: 'us',
  limits: Object.fromEntries(Object.entries(SHOP_LIMITS).map(([key, { usual }]) => [key, usual])),
  hoseSold: { rollsM: [], longestM: 15.24 },
  gasLeadPa: 200e3,
  secondLooks: [],
  labelAddress: '',
  state: 'own',
  logoSum: null,
};
const TESS = {
  id: 'p1',
  login: 'tess',
  name: 'Tess Varga',
  role: 'technician',
  active: true,
  hasPin: true,
  ownPassword: true,
};

function open(ui: ReactNode, says: Readonly<Record<string, Say>>, at = '/sign-in') {
  shop = shopSays({ 'GET /shop': () => FACE, ...says });
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter initialEntries={[at]}>
        <SettingsProvider>
          <Routes>
            <Route path="/jobs/*" element={<p>where they were</p>} />
            <Route path="/start" element={<p>the start</p>} />
            <Route path="*" element={ui} />
          </Routes>
        </SettingsProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return { user: userEvent.setup(), asked: shop.asked };
}

describe('on a tablet of the shop', () => {
  const says = (pin: Say): Readonly<Record<string, Say>> => ({
    'GET /first-run': () => ({ state: 'own', name: FACE.name, units: 'us' }),
    'GET /session/device': () => ({ name: 'Cart', people: [{ id: 'p1', name: 'Tess Varga' }] }),
    'POST /session/pin': pin,
  });

  test('who, then the PIN by its keys: a wrong one is said and cleared, the right one leads back to where they were', async () => {
    const sent: unknown[] = [];
    const { user } = open(
      <SignInPage />,
      says((body) => {
        sent.push(body);
        return (body as { pin: string }).pin === '2580'
          ? TESS
          : new Trouble(401, 'BAD_SIGN_IN', 'That is not the PIN.');
      }),
      '/sign-in?back=%2Fjobs%2F7%2Fbuild',
    );
    await user.click(await screen.findByRole('button', { name: 'Tess Varga' }));
    const go = screen.getByRole<HTMLButtonElement>('button', { name: 'In' });
    for (const key of ['1', '3', '9']) await user.click(screen.getByRole('button', { name: key }));
    expect(go.disabled).toBe(true);
    await user.click(screen.getByRole('button', { name: '1' }));
    await user.click(go);
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('That is not the PIN.'));
    expect(screen.getByLabelText<HTMLInputElement>(/your PIN/).value).toBe('');
    // By keyboard as well; letters are none of it, and the last digit can be taken back.
    await user.type(screen.getByLabelText(/your PIN/), 'a25x81');
    await user.click(screen.getByRole('button', { name: 'Take the last digit back' }));
    await user.click(screen.getByRole('button', { name: '0' }));
    await user.click(go);
    await screen.findByText('where they were');
    expect(sent).toEqual([
      { personId: 'p1', pin: '1391' },
      { personId: 'p1', pin: '2580' },
    ]);
  });

  test('a place that is none of the program is gone to by nobody', async () => {
    const { user } = open(
      <SignInPage />,
      says(() => TESS),
      '/sign-in?back=https%3A%2F%2Fevil.example',
    );
    await user.click(await screen.findByRole('button', { name: 'Tess Varga' }));
    await user.type(screen.getByLabelText(/your PIN/), '2580{Enter}');
    await screen.findByText('where they were');
  });
});

test('a shop nobody has started leads to its start', async () => {
  open(<SignInPage />, {
    'GET /first-run': () => ({ state: 'new', name: '', units: 'us' }),
    'GET /session/device': () => ({ name: null, people: [] }),
  });
  await screen.findByText('the start');
});

test('an own password: two that differ are sent nowhere, a weak one is said beside its field', async () => {
  const { user, asked } = open(
    <ChoosePassword person={{ ...TESS, role: 'technician', via: 'password' } as never} />,
    {
      'PUT /me/password': () => new Trouble(400, 'WEAK_PASSWORD', 'This password is guessed too soon.'),
    },
  );
  await user.type(screen.getByLabelText('What you came in with'), 'abcd-efgh-jkmn');
  await user.type(screen.getByLabelText('A password of your own'), 'password1234');
  await user.type(screen.getByLabelText('The same again'), 'password123');
  await user.click(screen.getByRole('button', { name: 'Use this password' }));
  expect(screen.getByText('is not the same')).toBeTruthy();
  expect(asked.filter((a) => a.startsWith('PUT'))).toEqual([]);
  await user.type(screen.getByLabelText('The same again'), '4');
  await user.click(screen.getByRole('button', { name: 'Use this password' }));
  await screen.findByText(/guessed too soon/);
});

describe('what leads look after', () => {
  test('settings: what was changed is saved, with what it was; what is not understood is not sent', async () => {
    const saved: unknown[] = [];
    const { user } = open(<SettingsView />, {
      'PATCH /shop': (body) => {
        saved.push(body);
        return { ...FACE, ...(body as { now: object }).now };
      },
    });
    const save = await screen.findByRole<HTMLButtonElement>('button', { name: 'Save the settings' });
    expect(save.disabled).toBe(true);
    const margin = screen.getByLabelText('Margin wanted');
    await user.clear(margin);
    await user.type(margin, '400 %{Enter}');
    await user.click(screen.getByLabelText(/Counting the paint marks/));
    await user.click(save);
    expect(saved).toEqual([]);
    expect(document.activeElement).toBe(margin);
    await user.clear(margin);
    await user.type(margin, '25%{Enter}');
    await user.click(save);
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0]).toEqual({
      now: { limits: { ...FACE.limits, designMargin: 0.25 }, secondLooks: ['marks'] },
      was: { limits: FACE.limits, secondLooks: [] },
    });
  });

  test('settings: what another lead changed meanwhile is not overwritten unseen', async () => {
    let theirs = FACE.name;
    const saved: { was: { name: string } }[] = [];
    const { user } = open(<SettingsView />, {
      'GET /shop': () => ({ ...FACE, name: theirs }),
      'PATCH /shop': (body) => {
        const change = body as { now: { name: string }; was: { name: string } };
        saved.push(change);
        if (change.was.name !== theirs)
          return new Trouble(409, 'SETTINGS_CHANGED', 'Somebody has changed the same meanwhile.', 'Look.', [
            { path: 'name', message: 'was changed meanwhile' },
          ]);
        theirs = change.now.name;
        return { ...FACE, name: theirs };
      },
    });
    const name = await screen.findByLabelText<HTMLInputElement>('Name of the shop');
    const typed = async (text: string) => {
      await user.clear(name);
      await user.type(name, `${text}{Enter}`);
    };
    await typed('Harrow Lane Fuel');
    theirs = 'Harrow Lane';
    const save = screen.getByRole('button', { name: 'Save the settings' });
    await user.click(save);
    await screen.findByText(/Somebody has changed the same/);
    expect(screen.getByText(/Both of you changed: “Name of the shop”/)).toBeTruthy();
    expect(name.value).toBe('Harrow Lane Fuel');
    await user.click(screen.getByRole('button', { name: 'Leave them as they were' }));
    await waitFor(() => expect(name.value).toBe('Harrow Lane'));
    expect(screen.queryByText(/has changed the same/)).toBeNull();
    await typed('Harrow Lane Fuel Works and Sons');
    await user.click(save);
    await waitFor(() => expect(saved).toHaveLength(2));
    expect(saved[1]!.was).toEqual({ name: 'Harrow Lane' });
  });

  test('a logo that is picked meanwhile takes nothing that is not saved yet', async () => {
    const { user } = open(<SettingsView />, {
      'PUT /shop/logo': () => ({ ...FACE, logoSum: 'a'.repeat(64) }),
    });
    await user.click(await screen.findByLabelText(/Counting the paint marks/));
    await user.upload(
      screen.getByLabelText('Pick a picture'),
      new File(['x'], 'logo.png', { type: 'image/png' }),
    );
    await screen.findByRole('img', { name: 'Logo of the shop' });
    expect(screen.getByLabelText<HTMLInputElement>(/Counting the paint marks/).checked).toBe(true);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save the settings' }).disabled).toBe(false);
  });

  test('people: the password for once is shown, a role is changed, whoever leaves is disabled', async () => {
    const sent: unknown[] = [];
    const { user } = open(<PeopleView />, {
      'GET /people': () => [TESS],
      'GET /sessions': () => [],
      'POST /people': (body) => ({ ...TESS, ...(body as object), id: 'p2', password: 'abcd-efgh-jkmn' }),
      'PATCH /people/p1': (body) => {
        sent.push(body);
        return TESS;
      },
    });
    await user.click(screen.getByRole('button', { name: 'Add somebody' }));
    await user.type(screen.getByLabelText('Name, as they sign'), 'Ravi Holm');
    await user.type(screen.getByLabelText('Sign-in name'), 'ravi');
    await user.click(screen.getByRole('button', { name: 'Add them' }));
    expect((await screen.findByTestId('for-once')).textContent).toBe('abcd-efgh-jkmn');
    await user.click(screen.getByRole('button', { name: 'They have it' }));
    expect(screen.queryByTestId('for-once')).toBeNull();
    await user.click(await screen.findByRole('button', { name: /^Tess Varga/ }));
    await choose(user, screen.getByLabelText('What they do'), 'Viewer: reads and prints');
    await user.click(screen.getByRole('button', { name: 'Disable: out at once' }));
    await waitFor(() => expect(sent).toEqual([{ role: 'viewer' }, { active: false }]));
  });

  test('no backup yet is said; one is put back only under the shop’s name', async () => {
    const backup = {
      file: 'venula-1.dump',
      at: '2026-11-27T02:30:00Z',
      author: 'Server console',
      shop: FACE.name,
      bytes: 66_000,
      host: 'vm',
    };
    let backups: object[] = [];
    const { user } = open(<BackupView />, {
      'GET /admin': () => ({
        version: '0.1.0',
        core: 'abc',
        databaseBytes: 9e6,
        photoBytes: 25e3,
        jobs: 6,
        readings: 271,
        photos: 0,
        backups,
        freeBytes: null,
      }),
      'POST /admin/backups': () => {
        backups = [backup];
        return backup;
      },
      'POST /admin/backups/venula-1.dump/restore': () =>
        new Trouble(400, 'NOT_THE_NAME', 'Type the name of the shop.'),
    });
    await screen.findByText('There is no backup yet');
    await user.click(screen.getByRole('button', { name: 'Back up now' }));
    await user.click(await screen.findByRole('button', { name: 'Put it back…' }));
    await user.type(screen.getByLabelText('Type the name of the shop'), 'Another');
    await user.click(screen.getByRole('button', { name: 'Put this backup back' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Type the name of the shop.');
  });

  test('who did what is said in words, a page at a time', async () => {
    const row = (id: number, action: string) => ({
      id,
      at: '2026-11-27T09:30:00Z',
      actor: 'Lou Abernethy',
      action,
      jobId: null,
      jobNumber: null,
      jobTitle: null,
      detail: { id: '41ff0836-31da-4f60-9e20-b267c1a2c43c', name: 'Cart' },
    });
    const { user, asked } = open(<AuditView />, {
      'GET /admin/audit/actions': () => ['device-registered', 'pin-set'],
      'GET /admin/audit\\?.*before=0': () => ({ items: [row(9, 'device-registered')], more: true }),
      'GET /admin/audit\\?.*before=9': () => ({ items: [row(4, 'some-newer-thing')], more: false }),
    });
    await screen.findByText('registered a tablet');
    // What only the database knows it by says nothing.
    expect(screen.getByText('name: Cart')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Earlier' }));
    await screen.findByText('some newer thing');
    expect(screen.queryByRole('button', { name: 'Earlier' })).toBeNull();
    expect(asked.at(-1)).toContain('before=9');
  });

  test('an instrument of the shop is added with what it is asked, and taken off again', async () => {
    const own = { id: 'i1', name: 'Bench gauge', reads: [], calibratedOn: null, simulated: false };
    let rows: object[] = [];
    let added: unknown;
    const { user } = open(<InstrumentsView />, {
      'GET /instruments': () => rows,
      'GET /instruments/bench': () => null,
      'POST /instruments': (body) => {
        added = body;
        rows = [own];
        return own;
      },
      'DELETE /instruments/i1': () => {
        rows = [];
        return null;
      },
    });
    await user.click(screen.getByRole('button', { name: 'Add an instrument' }));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add it' }).disabled).toBe(true);
    await user.type(screen.getByLabelText('What it is called'), 'Bench gauge');
    await user.type(screen.getByLabelText('Its name or address on the network'), '192.168.1.40');
    await user.type(screen.getByLabelText('Port'), '5025');
    await user.click(screen.getByLabelText('Pressure'));
    const most = screen.getByLabelText('to');
    await user.clear(most);
    await user.type(most, '10 bar{Enter}');
    await user.click(screen.getByRole('button', { name: 'Add it' }));
    const list = await screen.findByRole('list', { name: 'Instruments of the shop' });
    expect(added).toMatchObject({
      name: 'Bench gauge',
      host: '192.168.1.40',
      port: 5025,
      calibratedOn: null,
      reads: [{ dimension: 'pressure', query: 'MEAS:PRES?', low: 0, high: 1e6 }],
    });
    await user.click(within(list).getByRole('button', { name: 'Remove' }));
    await waitFor(() => expect(screen.queryByText('Bench gauge')).toBeNull());
  });
});

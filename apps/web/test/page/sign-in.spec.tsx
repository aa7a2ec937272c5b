import { afterEach, describe, expect, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob } from '@venula/core/document';
import { MemoryRouter, Route, Routes } from 'react-router';
import { SignInPage } from '../../src/features/sign-in/sign-in-page.tsx';
import { UnreadableJob } from '../../src/job/unreadable-job.tsx';
import { shopSays, Trouble, type Say } from './support/shop-fetch.ts';

let shop: ReturnType<typeof shopSays> | undefined;
afterEach(() => shop?.end());

const open = (say: Say) => {
  shop = shopSays({ 'POST /session': say });
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter initialEntries={['/sign-in']}>
        <Routes>
          <Route path="/sign-in" element={<SignInPage />} />
          <Route path="/jobs" element={<p>the jobs</p>} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return shop;
};
const press = () => userEvent.click(screen.getByRole('button', { name: 'Sign in' }));

describe('signing in', () => {
  test('what is missing is said, and its field has the focus: nothing is asked of the server', async () => {
    const { asked } = open(() => ({}));
    await press();
    expect(screen.getByRole('alert').textContent).toBe('Type your sign-in name.');
    expect(document.activeElement).toBe(screen.getByLabelText('Name'));
    await userEvent.type(screen.getByLabelText('Name'), 'tess');
    await press();
    expect(screen.getByRole('alert').textContent).toBe('Type your password.');
    expect(asked.filter((a) => a.startsWith('POST'))).toEqual([]);
  });

  test('leads to the jobs; a refusal stays beside the form with its remedy, what was typed with it', async () => {
    let refuse = true;
    open(() =>
      refuse
        ? new Trouble(401, 'BAD_SIGN_IN', 'Name or password is wrong.', 'Try again.')
        : { login: 'tess' },
    );
    await userEvent.type(screen.getByLabelText('Name'), 'tess');
    await userEvent.type(screen.getByLabelText('Password'), 'wrong');
    await press();
    await waitFor(() =>
      expect(screen.getByRole('alert').textContent).toBe('Name or password is wrong. Try again.'),
    );
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('tess');
    refuse = false;
    await press();
    await screen.findByText('the jobs');
  });
});

describe('a job no page can show', () => {
  test('says where it is broken, hands the file out, and leads back to the others', () => {
    const errors = Array.from({ length: 12 }, (_, i) => ({
      code: 'MISSING',
      field: `/plumbing/elements/p${i}`,
      message: `part ${i} is missing`,
      remedy: 'put it back',
    }));
    render(<UnreadableJob document={fullReturnJob('x')} errors={errors} />);
    expect(screen.getAllByRole('listitem')).toHaveLength(8);
    expect(screen.getAllByRole('listitem')[0]!.textContent).toBe('part 0 is missing: put it back');
    expect(screen.getByRole('link', { name: 'To the jobs' }).getAttribute('href')).toBe('/jobs');
    expect(screen.getByRole('button', { name: 'Save the file' })).toBeTruthy();
  });
});

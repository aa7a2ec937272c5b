import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob, type JobDocument } from '@venula/core/document';
import { checkJob } from '@venula/core/formats';
import { POUND_PER_HP_HOUR } from '@venula/core/quantities';
import { BriefPage } from '../../src/features/brief/brief-page.tsx';
import { PullTable } from '../../src/features/brief/pull-table.tsx';
import { choose } from './support/choose.ts';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const plan = fullReturnJob('Wagon');
const rpms = (doc: JobDocument) => doc.brief.pull.map((p) => p.rpm);
const typed = async (user: ReturnType<typeof userEvent.setup>, field: HTMLElement, text: string) => {
  await user.clear(field);
  await user.type(field, `${text}{Enter}`);
};

let shop: ReturnType<typeof shopSays>;
beforeEach(() => {
  shop = shopSays({});
});
afterEach(() => shop.end());

describe('the brief', () => {
  test('says in a sentence what has to be delivered, where and at which pressure; more power, more of it', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<BriefPage />, plan);
    const answer = () => screen.getByTestId('answer').textContent;
    expect(answer()).toMatch(/^\d+ L\/h at the rail, at \d+\.\d psi, at 6500 rpm\.$/);
    const before = Number.parseFloat(answer());
    await typed(user, screen.getByLabelText('Power, point 4'), '600 hp');
    // Injectors too small for it come first; what has to be delivered is said beneath.
    const beneath = () => screen.getByTestId('answer').nextElementSibling!.textContent;
    await waitFor(() => expect(Number.parseFloat(beneath())).toBeGreaterThan(1.4 * before));
    expect(answer()).toMatch(/^Injectors /);
    expect(checkJob(doc()).ok).toBe(true);
  });

  test('induction sets the usual consumption with it, and that it is the usual one', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<BriefPage />, plan);
    await choose(user, screen.getByLabelText('Induction'), 'high boost');
    expect(doc().vehicle.induction).toBe('high-boost');
    expect(doc().brief.bsfc).toBeCloseTo(0.65 * POUND_PER_HP_HOUR, 12);
  });

  test('E85 by chemistry and by the rule of thumb, side by side (41% and 33%)', async () => {
    const user = userEvent.setup();
    inJob(<BriefPage />, plan);
    await typed(user, screen.getByLabelText(/^Ethanol/), '85 %');
    await waitFor(() =>
      expect(screen.getByText(/more volume/).closest('p')!.textContent).toMatch(
        /41% more volume.*rule of thumb says (?:33|40)%/,
      ),
    );
  });

  test('a viewer changes nothing', () => {
    inJob(<BriefPage />, plan, { role: 'viewer' });
    expect(screen.getByRole('button', { name: 'Add a point' }).hasAttribute('disabled')).toBe(true);
    expect(screen.getByLabelText('Power, point 1').hasAttribute('disabled')).toBe(true);
  });
});

describe('the pull as points', () => {
  const speed = (n: number) => screen.getByLabelText(new RegExp(`^Engine speed, point ${n}$`));

  test('stays in order of engine speed; a point put on another steps aside', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PullTable />, plan);
    expect(rpms(doc())).toEqual([2500, 4000, 5500, 6500, 7000]);
    await typed(user, speed(1), '6000 rpm');
    expect(rpms(doc())).toEqual([4000, 5500, 6000, 6500, 7000]);
    await typed(user, speed(1), '7000 rpm');
    expect(rpms(doc())).toEqual([5500, 6000, 6500, 7000, 7001]);
    await user.click(screen.getByRole('button', { name: 'Remove the point at 7001 rpm' }));
    expect(rpms(doc())).toEqual([5500, 6000, 6500, 7000]);
    expect(checkJob(doc()).ok).toBe(true);
  });

  test('at the fastest speed there is, a point steps down, and none is added above it', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PullTable />, plan);
    await typed(user, speed(5), '20000 rpm');
    await typed(user, speed(4), '20000 rpm');
    expect(rpms(doc())).toEqual([2500, 4000, 5500, 19_999, 20_000]);
    expect(screen.getByRole('button', { name: 'Add a point' }).hasAttribute('disabled')).toBe(true);
    expect(checkJob(doc()).ok).toBe(true);
  });

  test('the last point cannot be removed', async () => {
    const user = userEvent.setup();
    const one = { ...plan, brief: { ...plan.brief, pull: plan.brief.pull.slice(0, 2) } };
    const { doc } = inJob(<PullTable />, one);
    await user.click(screen.getByRole('button', { name: 'Remove the point at 2500 rpm' }));
    expect(rpms(doc())).toEqual([4000]);
    expect(
      screen.getByRole('button', { name: 'Remove the point at 4000 rpm' }).hasAttribute('disabled'),
    ).toBe(true);
  });

  test('three numbers make a pull; in an order no engine has, it is said and cannot be used', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PullTable />, plan);
    await user.click(screen.getByRole('button', { name: 'From three numbers…' }));
    const dialog = await screen.findByRole('dialog');
    const use = within(dialog).getByRole('button', { name: 'Use this pull' });
    await typed(user, within(dialog).getByLabelText('Peak torque at'), '9000 rpm');
    expect((await within(dialog).findByRole('alert')).textContent).toContain(
      'Peak torque comes below peak power',
    );
    expect(use.hasAttribute('disabled')).toBe(true);
    await typed(user, within(dialog).getByLabelText('Peak torque at'), '4000 rpm');
    await waitFor(() => expect(use.hasAttribute('disabled')).toBe(false));
    await user.click(use);
    const { pull } = doc().brief;
    expect(pull.length).toBeGreaterThan(2);
    expect(Math.max(...pull.map((p) => p.powerW))).toBeCloseTo(
      Math.max(...plan.brief.pull.map((p) => p.powerW)),
      0,
    );
    expect(checkJob(doc()).ok).toBe(true);
  });
});

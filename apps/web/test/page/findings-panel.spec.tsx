import { describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob, type JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { FindingsPanel } from '../../src/job/findings-panel.tsx';
import { inJob } from './support/job.tsx';

const overrun = (): JobDocument => {
  const changed = applyPatch(fullReturnJob('x'), [
    { op: 'replace', path: '/plumbing/elements/return/dash', value: 3 },
  ]);
  if (!changed.ok) throw new Error('no such place');
  return changed.value;
};
/** Until every way out has been tried: what comes after the test is over would be told of as a mistake. */
const tried = () => waitFor(() => expect(document.body.textContent).not.toContain('working out the effect'));
const card = (code: string) => document.querySelector<HTMLElement>(`[data-finding="${code}"]`);

describe('what stands against the plan', () => {
  test('says what, where, why with its numbers and what it rests on, in the units of the device', async () => {
    inJob(<FindingsPanel stages={['plumb']} />, overrun());
    const stop = card('RETURN_OVERRUN')!;
    expect(within(stop).getByText('Stop')).toBeTruthy();
    expect(stop.textContent).toMatch(/climbs to [\d.]+ psi\./);
    expect(stop.textContent).not.toContain('kPa');
    expect(stop.textContent).toMatch(/Rests on length .* \(starting figures\)\./);
    expect(stop.textContent).toMatch(/Source: .*Colebrook/);
    await tried();
  });

  test('shows beforehand what each way out would leave, and takes it with one touch', async () => {
    const user = userEvent.setup();
    const job = inJob(<FindingsPanel stages={['plumb']} />, overrun());
    const stop = card('RETURN_OVERRUN')!;
    await waitFor(() => expect(stop.textContent).toMatch(/then: .*0 stop, \d+ fix left/));
    await user.click(within(stop).getAllByRole('button', { name: /^Make the return/ })[0]!);
    expect(job.edits).toHaveLength(1);
    expect((job.doc().plumbing.elements['return'] as { dash: number }).dash).toBeGreaterThan(3);
    expect(card('RETURN_OVERRUN')).toBeNull();
    await tried();
  });

  test('a stop is accepted by a lead only; a viewer sees it and nothing to press', async () => {
    const user = userEvent.setup();
    const asked = inJob(<FindingsPanel stages={['plumb']} />, overrun());
    await user.click(within(card('RETURN_OVERRUN')!).getByRole('button', { name: 'Accept with a reason' }));
    expect(card('RETURN_OVERRUN')!.textContent).toContain('A stop is accepted by a lead technician only.');
    await tried();
    asked.unmount();
    inJob(<FindingsPanel stages={['plumb']} />, overrun(), { role: 'viewer' });
    expect(within(card('RETURN_OVERRUN')!).queryByRole('button', { name: /^Make the return/ })).toBeNull();
  });

  test('a plan that cannot be judged says so, with a way to try again, and never “Checking” for good', () => {
    inJob(<FindingsPanel />, overrun(), { fault: 'no answer in 20 s' });
    const alert = screen.getByRole('alert');
    expect(alert.textContent).toMatch(/cannot be checked.*kept.*no answer in 20 s/);
    expect(within(alert).getByRole('button', { name: 'Try again' })).toBeTruthy();
    expect(screen.queryByText('Checking the plan…')).toBeNull();
  });

  test('where nothing stands against a stage it says that', () => {
    inJob(<FindingsPanel stages={['brief']} />, fullReturnJob('x'));
    expect(screen.getByText('No issues here.')).toBeTruthy();
  });
});

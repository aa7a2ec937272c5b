import { describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { PATTERNS, ruleOf, rulesOf, type JobDocument } from '@venula/core/document';
import { harnessOf, truthTable } from '@venula/core/harness';
import { RuleCard } from '../../src/features/wire/trigger/rule-card.tsx';
import { choose } from './support/choose.ts';
import { inJob } from './support/job.tsx';
import { PSI } from '@venula/core/quantities';

const twin = (): JobDocument => PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
const card = (doc = twin()) => {
  const job = inJob(<RuleCard loadId="pump-2" name="Pump 2" advice={undefined} />, doc);
  return { job, rule: () => ruleOf(job.doc(), 'pump-2').rule, user: userEvent.setup() };
};
const retype = async (user: ReturnType<typeof userEvent.setup>, label: string, text: string) => {
  const field = screen.getByLabelText(label);
  await user.clear(field);
  await user.type(field, `${text}{Enter}`);
};

describe('a rule as a sentence with slots', () => {
  test('reads as one, each slot with its name; the times have the labels and limits of the plan', async () => {
    const { rule, user } = card();
    const sentence = screen.getByRole('region', { name: 'When Pump 2 runs' });
    expect(sentence.textContent).toMatch(/Pump 2runswhen/);
    // A time that is not used is not shown until it is wanted.
    expect(screen.queryByLabelText('Primes for')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Add a time' }));
    await retype(user, 'Primes for', '2.5 s');
    expect(rule().primeS).toBe(2.5);
    await retype(user, 'Override at most', '600 s');
    expect(screen.getByRole('alert').textContent).toMatch(/120/);
    expect(rule().overrideS).not.toBe(600);
  });

  test('a level moved takes its release point along; the release never passes the level', async () => {
    const { rule, user } = card();
    const [before] = rule().any[0]!.all;
    await retype(user, 'Pump 2, condition 1.1: comes on at', '9 psi');
    const [after] = rule().any[0]!.all;
    expect(after).toMatchObject({ kind: 'boost', above: expect.closeTo(9 * PSI, 3) });
    const gap = (t: typeof before) => (t && 'above' in t ? t.above - t.below : NaN);
    expect(gap(after)).toBeCloseTo(gap(before), 6);
    await retype(user, 'Pump 2, condition 1.1: goes off below', '12 psi');
    expect(screen.getByRole('alert').textContent).not.toBe('');
    expect(rule().any[0]!.all[0]).toEqual(after);
  });

  test('wiring drawn by hand follows: its switch closes at the new level, and all of it still does what the rules say', async () => {
    const doc = twin();
    const drawn = { ...doc, wiring: { ...doc.wiring, harness: structuredClone(harnessOf(doc)) } };
    const { job, user } = card(drawn);
    await retype(user, 'Pump 2, condition 1.1: comes on at', '8 psi');
    const switches = Object.values(job.doc().wiring.harness!.devices).flatMap((d) =>
      d.kind === 'switch' ? d.signal : [],
    );
    expect(switches).toEqual([{ kind: 'boost', above: expect.closeTo(8 * PSI, 3), not: false }]);
    expect(truthTable(harnessOf(job.doc()), rulesOf(job.doc())).every((r) => r.right)).toBe(true);
  });

  test('another way of saying it puts in fair figures; the last condition taken out leaves “always”', async () => {
    const { rule, user } = card();
    await choose(user, screen.getByLabelText('Pump 2, condition 1.1: what'), 'engine speed reaches');
    expect(rule().any[0]!.all[0]).toMatchObject({ kind: 'rpm', not: false });
    await user.click(screen.getByRole('button', { name: 'Remove: Pump 2, condition 1.1' }));
    expect(rule().any).toEqual([{ all: [] }]);
    const sentence = screen.getByRole('region', { name: 'When Pump 2 runs' });
    expect(sentence.textContent).toMatch(/^Pump 2runsalways/);
  });

  test('a viewer reads it and changes nothing', () => {
    inJob(<RuleCard loadId="pump-2" name="Pump 2" advice={undefined} />, twin(), { role: 'viewer' });
    for (const field of screen.getAllByRole<HTMLInputElement>('textbox')) expect(field.disabled).toBe(true);
  });
});

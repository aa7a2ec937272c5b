import { describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob, sourceOf } from '@venula/core/document';
import { FigureSources } from '../../src/job/figure-sources.tsx';
import { PlanOptional, PlanQuantity } from '../../src/job/plan-fields.tsx';
import { inJob } from './support/job.tsx';

const FEED = '/plumbing/elements/feed';
const feed = (job: ReturnType<typeof inJob>) => job.doc().plumbing.elements['feed']!;

describe('fields bound to a place of the plan', () => {
  test('take label, unit, range and reason from the plan’s own description, and mark what is typed', async () => {
    const user = userEvent.setup();
    const job = inJob(
      <>
        <PlanQuantity path={`${FEED}/lengthM`} />
        <PlanQuantity path="/brief/basePressurePa" explain />
      </>,
      fullReturnJob('x'),
    );
    expect(screen.getByText('reference line off and plugged')).toBeTruthy();
    const length = screen.getByLabelText('Length');
    await user.clear(length);
    await user.type(length, '12 ft{Enter}');
    expect(sourceOf(feed(job), 'lengthM')).toMatchObject({
      origin: 'typed',
      value: expect.closeTo(3.6576, 6),
    });
    const base = screen.getByLabelText('Base pressure');
    await user.clear(base);
    await user.type(base, '900 psi{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/116/);
    expect(job.edits).toHaveLength(1);
  });

  test('one the plan may do without is absent in words, starts from the usual figure, and can be dropped again', async () => {
    const user = userEvent.setup();
    const job = inJob(<PlanOptional path="/brief/electrical/crankingA" />, fullReturnJob('x'));
    await user.click(
      screen.getByRole('button', { name: 'Starter takes: usual for its cylinders. Give another' }),
    );
    expect(job.doc().brief.electrical.crankingA).toBe(200);
    expect(screen.getByLabelText<HTMLInputElement>('Starter takes').value).toBe('200 A');
    await user.click(screen.getByRole('button', { name: 'Starter takes: back to usual for its cylinders' }));
    expect(job.doc().brief.electrical.crankingA).toBeUndefined();
  });
});

describe('where figures come from', () => {
  test('a tap says that a figure was measured, by whom and when; another takes it back', async () => {
    const user = userEvent.setup();
    const job = inJob(<FigureSources owner={FEED} />, fullReturnJob('x'));
    expect(screen.getByText('Where the figures come from: 3 of 3 as they started')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /^Length .*: starting figure$/ }));
    expect(sourceOf(feed(job), 'lengthM')).toMatchObject({ origin: 'measured', by: 'Tess Varga' });
    expect(screen.getByText('Where the figures come from: 1 of 3 measured')).toBeTruthy();
    const marked = screen.getByRole('button', { name: /^Length .*: measured by Tess Varga, / });
    expect(marked.getAttribute('aria-pressed')).toBe('true');
    await user.click(marked);
    expect(sourceOf(feed(job), 'lengthM').origin).toBe('typed');
    // Two figures of one part: a key each.
    expect(job.edits.flat().map((op) => op.path)).toEqual([`${FEED}/lengthMFrom`, `${FEED}/lengthMFrom`]);
  });

  test('only those asked for, none for what has none, and nothing to tap for who may only read', () => {
    inJob(
      <>
        <FigureSources owner="/brief" keys={['bsfc']} />
        <FigureSources owner="/no/such/part" />
      </>,
      fullReturnJob('x'),
      { role: 'viewer' },
    );
    const buttons = screen.getAllByRole<HTMLButtonElement>('button');
    expect(buttons.map((b) => b.disabled)).toEqual([true]);
  });
});

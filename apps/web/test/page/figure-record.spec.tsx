import { describe, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { applyPatch, setOrigin, typeFigure } from '@venula/core/edit';
import type { PatchOperation } from '@venula/core/outcome';
import { FigureRecord } from '../../src/features/handover/figure-record.tsx';
import { inJob } from './support/job.tsx';

const job = (...patch: readonly PatchOperation[]) => {
  const changed = applyPatch(fullReturnJob('x'), patch);
  if (!changed.ok) throw new Error(JSON.stringify(changed.errors));
  return changed.value;
};

describe('what the record rests on', () => {
  test('a new plan says that nothing was measured, and how much is as it started', () => {
    const { container } = inJob(<FigureRecord />, job());
    expect(container.textContent).toMatch(
      /^Nothing was marked as measured\. \d\d figures are as they started/,
    );
  });

  test('what was measured stands with by whom and when, what was typed beside it, the rest is counted', () => {
    const plain = fullReturnJob('x');
    const before = Number(/(\d+) figures/.exec(inJob(<FigureRecord />, plain).container.textContent)![1]);
    const { container } = inJob(
      <FigureRecord />,
      job(
        ...setOrigin(plain, '/plumbing/elements/feed/lengthM', 4.5, 'measured', {
          by: 'Tess Varga',
          at: '2026-11-27T09:30:00Z',
        }),
        { op: 'replace', path: '/plumbing/elements/feed/lengthM', value: 4.5 },
        ...setOrigin(plain, '/brief/fuel/ethanol', 0.1, 'measured'),
        ...typeFigure(plain, '/brief/bsfc', 1.014e-7),
      ),
    );
    const items = [...container.querySelectorAll('li')].map((li) => li.textContent);
    expect(items).toEqual([
      'Ethanol content 10%: measured',
      expect.stringMatching(/^.+, length 14 ft 9 .*: measured by Tess Varga, Nov 27, 2026$/),
    ]);
    expect(container.textContent).toContain('Typed in: BSFC on gasoline 0.600 lb/hp·h.');
    expect(container.textContent).toContain(`${before - 3} figures are as they started`);
  });
});

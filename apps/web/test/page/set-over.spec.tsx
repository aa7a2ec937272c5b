import { describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { PATTERNS } from '@venula/core/document';
import { measuredSteps } from '@venula/core/prove';
import { PSI } from '@venula/core/quantities';
import { OneReading } from '../../src/features/test/one-reading.tsx';
import type { Reading } from '../../src/job/record/readings.ts';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const addOn = PATTERNS.find((p) => p.id === 'supplementary')!.job('Wagon');
const locked = measuredSteps('base-pressure', addOn).find((s) => s.id === 'base:locked')!;

/** The step as it is shown with what was read so far, psi. */
function shown(read: Readonly<Record<string, number>>): string {
  const shop = shopSays({});
  const newest = new Map(Object.entries(read).map(([id, psi]) => [`base:${id}`, psi * PSI]));
  const value = newest.get('base:locked');
  const now: Reading | undefined =
    value === undefined
      ? undefined
      : {
          id: 'r',
          kind: 'measured',
          payload: { stepId: 'base:locked', value },
          corrects: null,
          takenAt: '2026-12-02T10:00:00.000Z',
          author: 'Tess Varga',
          waiting: false,
        };
  const { unmount } = inJob(
    <ol>
      <OneReading step={locked} kind="base-pressure" begins={false} now={now} newest={newest} />
    </ol>,
    addOn,
  );
  const text = screen.getByRole('listitem').textContent;
  unmount();
  shop.end();
  return text;
}

describe('a figure that is set over one that was measured', () => {
  test('shows no band before that one is read, and its own after', () => {
    expect(shown({})).toContain('Should read 0 to 2.0 psi over the factory rail, once that is read.');
    expect(shown({})).not.toMatch(/5\d\.\d psi/);
    expect(shown({ locked: 60 })).toMatch(/Not judged yet.*Take the reading it is set over first/);
    const after = shown({ factory: 52, division: 2, locked: 51.5 });
    expect(after).toContain('52.0 psi to 55.0 psi');
    expect(after).toMatch(/Cannot tell.*read again, or use a finer gauge/);
    expect(shown({ factory: 52, division: 2, locked: 53 })).toContain('In range');
  });
});

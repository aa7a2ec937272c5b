import { describe, expect, jest, test } from '@jest/globals';
import { fireEvent, screen } from '@testing-library/react';
import { evaluatePlan, type PlanResult } from '@venula/core/advise';
import { PATTERNS, type JobDocument } from '@venula/core/document';
import { plumbTrack } from '../../src/features/plumb/plumb-loop.ts';
import { LoopDrawing, type LoopDrawingProps } from '../../src/ui/track/loop-drawing.tsx';
import { inJob } from './support/job.tsx';

const solved = new Map<string, { readonly doc: JobDocument; readonly plan: PlanResult }>();
const ofPattern = (id: string) => {
  const doc = PATTERNS.find((p) => p.id === id)!.job('x');
  const known = solved.get(id) ?? { doc, plan: evaluatePlan(doc) };
  solved.set(id, known);
  return known;
};
const draw = (id: string, stateId: string, more: Partial<LoopDrawingProps> = {}) => {
  const { doc, plan } = ofPattern(id);
  const state = plan.states.find((s) => s.state.id === stateId) ?? plan.states[0]!;
  const track = plumbTrack(doc, state, plan.findings, 'us');
  const onSelect = jest.fn();
  const view = inJob(
    <LoopDrawing track={track} title="The loop" selected={null} onSelect={onSelect} {...more} />,
    doc,
  );
  return { ...view, doc, plan, track, onSelect };
};
/** Every number in what is drawn. */
const numbersDrawn = () =>
  [...document.querySelectorAll('svg *')].flatMap((e) =>
    ['x', 'y', 'x1', 'x2', 'y1', 'y2', 'cx', 'cy', 'd', 'transform', 'width', 'height'].map(
      (a) => e.getAttribute(a) ?? '',
    ),
  );

describe('the track with the line that falls along it', () => {
  test.each(PATTERNS.map((p) => p.id))(
    '%s: every part can be touched by name, every way has its line, no figure is missing',
    (id) => {
      const { doc, plan, unmount } = draw(id, 'idle', { onJunction: () => undefined });
      for (const e of Object.values(doc.plumbing.elements))
        expect(
          screen.getAllByRole('button', { name: new RegExp(e.name.replace(/[()+.]/g, '\\$&')) }).length,
        ).toBeGreaterThan(0);
      expect(document.querySelectorAll('[data-path]').length).toBeGreaterThanOrEqual(
        Object.keys(doc.plumbing.paths).length,
      );
      unmount();
      for (const state of plan.states) {
        const shown = draw(id, state.state.id);
        expect(numbersDrawn().filter((n) => /NaN|Infinity|undefined/.test(n))).toEqual([]);
        expect(document.body.textContent).not.toMatch(/NaN|Infinity|undefined/);
        shown.unmount();
      }
    },
  );

  test('a part is chosen by touch or Enter, and stepped in size by arrow keys', () => {
    const onStep = jest.fn();
    const { onSelect } = draw('full-return', 'idle', { onStep });
    const feed =
      document.querySelector<SVGElement>('[data-part="feed"]') ??
      screen.getByRole('button', { name: /Feed/ });
    fireEvent.click(feed);
    expect(onSelect).toHaveBeenLastCalledWith('feed');
    fireEvent.keyDown(feed, { key: 'Enter' });
    expect(onSelect).toHaveBeenCalledTimes(2);
    fireEvent.keyDown(feed, { key: 'ArrowUp' });
    fireEvent.keyDown(feed, { key: 'ArrowDown' });
    expect(onStep.mock.calls).toEqual([
      ['feed', 1],
      ['feed', -1],
    ]);
  });

  test('a state that was not solved draws the parts and no line: it would be made up', () => {
    const { doc } = ofPattern('full-return');
    const track = { ...plumbTrack(doc, null, [], 'us'), unsolved: true };
    inJob(<LoopDrawing track={track} title="The loop" selected={null} onSelect={() => undefined} />, doc);
    expect(screen.getByText('Not solved: there is no pressure to show.')).toBeTruthy();
    expect(document.querySelectorAll('[data-path]')).toHaveLength(0);
  });
});

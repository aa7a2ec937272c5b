import { describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob, PATTERNS, type JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { JunctionTray } from '../../src/features/plumb/junction-tray.tsx';
import { PartTray } from '../../src/job/part/part-tray.tsx';
import { CircuitTray } from '../../src/features/wire/volts/circuit-bar.tsx';
import { SegmentTray } from '../../src/features/wire/volts/segment-tray.tsx';
import { PlanForm } from '../../src/job/plan-form.tsx';
import { choose } from './support/choose.ts';
import { inJob } from './support/job.tsx';

/** A key of the file where a word should be: "engine-bay", "lengthM". */
const KEYS =
  /\b(awg-\d+|mm2-\d|engine-bay|under-body|in-tank|copper-clad,|glass-fiber|undefined|NaN|[a-z]+(Pa|Ohms|M3s|Hz)\b)/;
const fields = () => [...document.querySelectorAll<HTMLElement>('input, select, textarea')];
const looksRight = (what: string): void => {
  expect([what, KEYS.exec(document.body.textContent ?? '')?.[0]]).toEqual([what, undefined]);
  for (const f of fields()) {
    const { labels } = f as HTMLInputElement;
    expect([what, labels?.length ?? 0]).toEqual([what, 1]);
    expect([what, (f as HTMLInputElement).value]).not.toEqual([what, 'undefined']);
  }
  expect([what, fields().length]).not.toEqual([what, 0]);
};
const patched = (path: string, value: unknown): JobDocument => {
  const after = applyPatch(fullReturnJob('x'), [{ op: 'add', path, value }]);
  if (!after.ok) throw new Error(path);
  return after.value;
};

describe('every form says what it asks in the words of a shop', () => {
  test.each(PATTERNS.map((p) => p.id))('%s: parts, places, pieces and circuits', (style) => {
    const doc = PATTERNS.find((p) => p.id === style)!.job('x');
    const show = (what: string, ui: React.ReactNode): void => {
      const view = inJob(ui, doc);
      looksRight(`${style} ${what}`);
      view.unmount();
    };
    for (const id of Object.keys(doc.plumbing.elements)) show(id, <PartTray id={id} />);
    for (const id of Object.keys(doc.plumbing.junctions)) show(id, <JunctionTray id={id} />);
    for (const [id, circuit] of Object.entries(doc.wiring.circuits)) {
      show(id, <CircuitTray circuitId={id} circuit={circuit} onGone={() => undefined} />);
      for (const piece of Object.keys(circuit.segments))
        show(piece, <SegmentTray circuitId={id} id={piece} drop={undefined} />);
    }
  });
});

describe('a form made from the description of a part', () => {
  const SEGMENT = '/wiring/circuits/pump-circuit/segments';

  test('a choice is taken in its words and kept by its key', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PartTray id="feed" />, fullReturnJob('x'));
    await choose(user, screen.getByLabelText('Runs through'), 'engine bay');
    expect((doc().plumbing.elements['feed'] as { zone: string }).zone).toBe('engine-bay');
    await choose(user, screen.getByLabelText('Second end'), 1);
    expect((doc().plumbing.elements['feed'] as { ends: string[] }).ends).toHaveLength(2);
  });

  test('yes or no has words of its own where those say more', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PartTray id="regulator" />, fullReturnJob('x'));
    await choose(user, screen.getByLabelText('Manifold reference'), 'open to air');
    expect((doc().plumbing.elements['regulator'] as { referenced: boolean }).referenced).toBe(false);
  });

  test('a figure that may be left out says what that means, is given one, changed, and taken away again', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PartTray id="regulator" />, fullReturnJob('x'));
    const own = () => (doc().plumbing.elements['regulator'] as { setPa?: number }).setPa;
    await user.click(screen.getByRole('button', { name: 'Its own setting: base pressure. Give another' }));
    expect(own()).toBe(doc().brief.basePressurePa);
    const field = screen.getByLabelText('Its own setting');
    await user.clear(field);
    await user.type(field, '50 psi{Enter}');
    expect(own()).toBeCloseTo(344_738, -2);
    await user.click(screen.getByRole('button', { name: 'Its own setting: back to base pressure' }));
    expect(own()).toBeUndefined();
  });

  test('a bore that is measured begins at what the size should have, not at a pinhole', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<PartTray id="feed" />, fullReturnJob('x'));
    await user.click(screen.getByRole('button', { name: 'Actual bore: by its size. Give another' }));
    const run = doc().plumbing.elements['feed'] as { boreM: number };
    expect(run.boreM).toBeGreaterThan(6e-3);
    expect(screen.getByLabelText<HTMLInputElement>('Actual bore').value).toMatch(/^0\.\d+ in$/);
  });

  test('what comes in sizes is picked from them; one that is none of them stands among them', async () => {
    const user = userEvent.setup();
    const doc = patched(`${SEGMENT}/fuse/ratingA`, 33);
    const view = inJob(<PlanForm owner={`${SEGMENT}/fuse`} />, doc);
    const rating = screen.getByLabelText('Fuse rating');
    expect(rating.textContent).toBe('33 A');
    await choose(user, rating, '40 A');
    expect(
      (view.doc().wiring.circuits['pump-circuit']!.segments['fuse'] as { ratingA: number }).ratingA,
    ).toBe(40);
  });

  test('a text that may be left out is taken away when it is emptied', async () => {
    const user = userEvent.setup();
    const view = inJob(<PlanForm owner={`${SEGMENT}/plug`} />, fullReturnJob('x'));
    const plug = () => view.doc().wiring.circuits['pump-circuit']!.segments['plug'] as { pin?: string };
    const pin = screen.getByLabelText('Pin');
    await user.type(pin, '3{Enter}');
    expect(plug().pin).toBe('3');
    await user.clear(pin);
    await user.tab();
    expect('pin' in plug()).toBe(false);
  });

  test('nothing is asked of what is not there, and a viewer is asked nothing at all', () => {
    const { unmount, container } = inJob(<PlanForm owner="/plumbing/elements/gone" />, fullReturnJob('x'));
    expect(container.textContent).toBe('');
    unmount();
    inJob(<PartTray id="feed" />, fullReturnJob('x'), { role: 'viewer' });
    expect(fields().every((f) => f.hasAttribute('disabled'))).toBe(true);
  });
});

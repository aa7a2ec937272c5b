import { describe, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { PATTERNS, type JobDocument } from '@venula/core/document';
import { wiringSheet } from '@venula/core/harness';
import { LogicView } from '../../src/features/wire/logic/logic-view.tsx';
import type { WiringOpen } from '../../src/features/wire/logic/wiring-open.ts';
import { useWiringSheet } from '../../src/features/wire/logic/wiring-sheet.tsx';
import { SheetView } from '../../src/features/wire/sheet/sheet-view.tsx';
import { TriggerView } from '../../src/features/wire/trigger/trigger-view.tsx';
import { SizeCircuitCard } from '../../src/features/wire/volts/size-circuit-card.tsx';
import { inJob } from './support/job.tsx';

/** The drawing with what of it is open, as the stage holds it. */
function Wiring() {
  const [open, setOpen] = useState<WiringOpen>(null);
  const sheet = useWiringSheet(open, setOpen, () => undefined);
  return (
    <>
      <LogicView open={open} onOpen={setOpen} />
      {sheet && <aside aria-label={sheet.title}>{sheet.content}</aside>}
    </>
  );
}
const job = (style: string): JobDocument => PATTERNS.find((p) => p.id === style)!.job('Wagon');
const drawing = () => screen.findByRole('group', { name: /^Wiring drawing/ });

describe('the wiring, drawn and tried', () => {
  test('every wire and part is drawn; touching one marks it, in the drawing and in the list', async () => {
    const user = userEvent.setup();
    const doc = job('twin-pump');
    inJob(<Wiring />, doc);
    const { wires } = wiringSheet(doc);
    const drawn = await drawing();
    for (const w of wires)
      expect(within(drawn).getByRole('button', { name: new RegExp(`^${w.label}, `) })).toBeTruthy();
    const first = within(drawn).getByRole('button', { name: new RegExp(`^${wires[0]!.label}, `) });
    await user.click(first);
    expect(first.getAttribute('aria-pressed')).toBe('true');
    // Followed from end to end: what is not on its way steps back, and its sheet says where it runs.
    const sheet = screen.getByRole('complementary', { name: `Wire ${wires[0]!.label}` });
    expect(sheet.textContent).toContain(wires[0]!.toName);
    const faint = within(drawn)
      .getAllByRole('button')
      .filter((b) => Number(b.getAttribute('opacity')) < 1);
    expect(faint.length).toBeGreaterThan(wires.length / 2);
    await waitFor(() =>
      expect(screen.getByTestId('answer').textContent).toMatch(/does what the rules say, at all \d+/),
    );
  });

  test('drawn by hand it is the same wiring, and a wire or a part can be added to it', async () => {
    const user = userEvent.setup();
    const { doc } = inJob(<Wiring />, job('full-return'));
    await drawing();
    await user.click(screen.getByRole('button', { name: 'Draw it by hand from here' }));
    const before = Object.keys(doc().wiring.harness!.wires).length;
    await user.click(await screen.findByRole('button', { name: 'Add a wire' }));
    expect(Object.keys(doc().wiring.harness!.wires)).toHaveLength(before + 1);
    await user.click(screen.getByRole('button', { name: 'Redraw it from the rules' }));
    expect(doc().wiring.harness).toBeUndefined();
  });

  test('a viewer sees it and changes nothing', async () => {
    inJob(<Wiring />, job('full-return'), { role: 'viewer' });
    await drawing();
    expect(screen.queryByRole('button', { name: /Draw it/ })).toBeNull();
  });
});

describe('the wiring sheet', () => {
  test('has the drawing, each wire with color, size and both ends, and the truth table to try', async () => {
    const doc = job('twin-pump');
    inJob(<SheetView />, doc);
    const sheet = await screen.findByTestId('wiring-sheet');
    expect(within(sheet).getByRole('img').getAttribute('src')).toContain('svg');
    for (const w of wiringSheet(doc).wires) expect(sheet.textContent).toContain(w.fromName);
    expect(sheet.textContent).not.toMatch(/undefined|NaN|\bawg-\d/);
  });
});

describe('sizing a circuit', () => {
  test('names gauge, fuse and relay with reasons, and takes them with one touch', async () => {
    const user = userEvent.setup();
    const doc = job('full-return');
    const view = inJob(<SizeCircuitCard circuitId="pump-circuit" />, doc);
    const card = await screen.findByTestId('circuit-sizing');
    expect(card.textContent).toMatch(/\d+ AWG copper, [\d.]+ A fuse/);
    const take = within(card).queryByRole('button', { name: 'Take it' });
    if (!take) throw new Error('this pattern should leave something to size');
    await user.click(take);
    expect(view.edits).toHaveLength(1);
    await screen.findByText('The circuit is drawn this way already.');
  });
});

describe('the drive replayed', () => {
  test('is read moment by moment with the arrow keys: time, boost, rail and what runs', async () => {
    const user = userEvent.setup();
    inJob(<TriggerView />, job('twin-pump'));
    const reading = await screen.findByRole('slider', { name: 'Moment of the drive' });
    reading.focus();
    await user.keyboard('{ArrowRight}');
    expect(reading.textContent).toMatch(/^0\.0 s · boost 0\.0 psi/);
    await user.keyboard('{End}');
    expect(reading.textContent).toMatch(/nothing runs$/);
    const texts: string[] = [];
    await user.keyboard('{Home}');
    for (let i = 0; i < 60; i++) {
      texts.push(reading.textContent ?? '');
      await user.keyboard('{ArrowRight}');
    }
    expect(texts.join()).not.toMatch(/NaN|undefined|Infinity|No pump/);
    expect(texts.some((t) => /rail [\d.]+ psi of [\d.]+ psi wanted · running: /.test(t))).toBe(true);
  });

  test('a threshold moves by key in steps of a quarter psi, with its release point along', async () => {
    const { doc, edits } = inJob(<TriggerView />, job('twin-pump'));
    const line = await screen.findByRole('slider', { name: /^Threshold of/ });
    const level = () => {
      const term = Object.values(doc().wiring.triggers!)[0]!.any[0]!.all[0]!;
      return 'above' in term ? [term.above, term.below] : [];
    };
    const [above, below] = level() as [number, number];
    fireEvent.keyDown(line, { key: 'ArrowUp' });
    expect(edits).toHaveLength(1);
    expect(level()[0]! - above).toBeCloseTo(1723.7, 0);
    expect(level()[1]! - below).toBeCloseTo(1723.7, 0);
    fireEvent.keyDown(line, { key: 'x' });
    expect(edits).toHaveLength(1);
    await waitFor(() => expect(screen.getByTestId('replay').dataset['fresh']).toBe('true'));
  });
});

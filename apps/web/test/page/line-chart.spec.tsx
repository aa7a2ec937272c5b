import { describe, expect, jest, test } from '@jest/globals';
import { fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { LineChart, type LineChartProps } from '../../src/ui/chart/line-chart.tsx';
import { LPH } from '@venula/core/quantities';

interface Row {
  readonly rpm: number;
  readonly takes: number;
  readonly delivers: number | null;
}
const ROWS: readonly Row[] = [
  { rpm: 3000, takes: 100 * LPH, delivers: 300 * LPH },
  { rpm: 4500, takes: 200 * LPH, delivers: 280 * LPH },
  { rpm: 6000, takes: 260 * LPH, delivers: null },
];

const chart = (more: Partial<LineChartProps<Row>> = {}) =>
  render(
    <SettingsProvider>
      <LineChart<Row>
        title="Flow"
        rows={ROWS}
        id={(r) => String(r.rpm)}
        x={{ dimension: 'engineSpeed', of: (r) => r.rpm }}
        y={{ dimension: 'flow', zero: true }}
        series={[
          { name: 'engine takes', color: 'black', of: (r) => r.takes },
          { name: 'plan delivers', color: 'blue', of: (r) => r.delivers },
        ]}
        empty="Two points make a line."
        numbers="folded"
        {...more}
      />
    </SettingsProvider>,
  );
const plot = () => screen.getByRole('slider');
const said = () => plot().getAttribute('aria-valuetext');

describe('a chart', () => {
  test('is read at a point with the arrow keys, from one end to the other, and says what is missing there', async () => {
    const user = userEvent.setup();
    chart();
    expect(said()).toBe('no point chosen');
    plot().focus();
    await user.keyboard('{ArrowRight}');
    expect(said()).toBe('3000 rpm, engine takes 100 L/h, plan delivers 300 L/h');
    await user.keyboard('{End}{ArrowRight}');
    expect(said()).toBe('6000 rpm, engine takes 260 L/h, plan delivers –');
    await user.keyboard('{ArrowLeft}');
    expect(document.querySelector('[data-cursor]')?.getAttribute('data-cursor')).toBe('4500');
    // The same figures stand beside their names, not only in words for a reader.
    expect(document.querySelector('figcaption')!.textContent).toContain('plan delivers280 L/h');
    await user.tab();
    expect(said()).toBe('no point chosen');
  });

  test('stands at what is chosen elsewhere, and chooses by Enter or by a tap at the nearest point', async () => {
    const user = userEvent.setup();
    const onChoose = jest.fn();
    chart({ chosen: '4500', onChoose });
    expect(said()).toContain('4500 rpm');
    plot().focus();
    await user.keyboard('{ArrowRight}{Enter}');
    expect(onChoose).toHaveBeenLastCalledWith('6000');
    // Nothing is laid out here: the frame is as wide as its own drawing.
    plot().getBoundingClientRect = () => ({ left: 0, width: 390 }) as DOMRect;
    fireEvent.pointerDown(plot(), { clientX: 60 });
    expect(onChoose).toHaveBeenLastCalledWith('3000');
    fireEvent.pointerLeave(plot());
    expect(said()).toContain('4500 rpm');
  });

  test('has every number of its lines in the table under it', () => {
    chart();
    const rows = within(screen.getByRole('table', { name: 'Flow', hidden: true })).getAllByRole('row', {
      hidden: true,
    });
    expect(rows.map((r) => [...r.children].map((c) => c.textContent))).toEqual([
      ['rpm', 'engine takes', 'plan delivers'],
      ['3000 rpm', '100 L/h', '300 L/h'],
      ['4500 rpm', '200 L/h', '280 L/h'],
      ['6000 rpm', '260 L/h', '–'],
    ]);
  });

  test('a line ends where its values end; what is read off another scale has its own axis', () => {
    chart({
      right: { dimension: 'amps', zero: true },
      series: [
        { name: 'flow', color: 'black', of: (r) => r.delivers },
        { name: 'current', color: 'red', of: (r) => r.rpm / 600, right: true },
      ],
    });
    const ends = (name: string) =>
      document
        .querySelector(`[data-series="${name}"]`)!
        .getAttribute('d')!
        .match(/-?[\d.]+,-?[\d.]+/g)!
        .at(-1)!
        .split(',')
        .map(Number);
    expect(ends('flow')[0]).toBeLessThan(ends('current')[0]!);
    const words = [...document.querySelectorAll('text')].map((t) => t.textContent);
    expect(words).toEqual(expect.arrayContaining(['L/h', 'A', 'rpm', '10']));
  });

  test('too few points, or none that could be worked out: said in its place, with a way on', async () => {
    const user = userEvent.setup();
    const again = jest.fn();
    chart({ rows: ROWS.slice(0, 1) }).unmount();
    chart({ rows: [] });
    expect(screen.getByText('Two points make a line.')).toBeTruthy();
    expect(screen.queryByRole('slider')).toBeNull();
    chart({ fault: { why: 'no answer in 20 s', again } });
    expect(screen.getByRole('alert').textContent).toMatch(/“Flow” could not be drawn.*no answer in 20 s/);
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    expect(again).toHaveBeenCalled();
  });
});

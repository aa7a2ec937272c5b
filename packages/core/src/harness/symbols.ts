import type { Device } from '../document/job-document.ts';
import type { PlacedDevice } from './layout.ts';

/** What is drawn inside a part’s box, as SVG path data in drawing units. */
export interface DeviceSymbol {
  /** Drawn as lines. */
  readonly line: string;
  /** Filled. */
  readonly solid?: string;
  /** Drawn as broken lines: what moves together. */
  readonly dashed?: string;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** A part as its symbol sees it: where its terminals are, and the middle of the room for the symbol. */
interface Sight<D extends Device> {
  readonly device: D;
  readonly at: (terminal: string) => Point | undefined;
  readonly middle: Point;
  /** A motor, where it is a load. */
  readonly turns: boolean;
}

type Symbol<D extends Device> = (sight: Sight<D>) => DeviceSymbol;

/** Room a terminal’s word takes inside the box. */
const WORD = 34;

const to = (a: Point, b: Point): string => `M${a.x} ${a.y} L${b.x} ${b.y}`;
const dot = ({ x, y }: Point, r: number): string =>
  `M${x - r} ${y} a${r} ${r} 0 1 0 ${2 * r} 0 a${r} ${r} 0 1 0 ${-2 * r} 0 Z`;
const box = ({ x, y }: Point, w: number, h: number): string =>
  `M${x - w / 2} ${y - h / 2} h${w} v${h} h${-w} Z`;
/** Ground: a stem and three bars that get shorter. */
const ground = ({ x, y }: Point): string =>
  `M${x} ${y - 8} v8 M${x - 11} ${y} h22 M${x - 7} ${y + 4} h14 M${x - 3} ${y + 8} h6`;
/** From a terminal to a point at its height, then on. */
const lead = (pin: Point | undefined, end: Point): string =>
  pin ? `M${pin.x} ${pin.y} H${end.x} V${end.y}` : '';

/** Two terminals on one height with something between them. */
function between(
  at: (terminal: string) => Point | undefined,
  names: readonly [string, string],
  middle: Point,
  half: number,
): string {
  const [a, b] = [at(names[0]), at(names[1])];
  const y = a?.y ?? b?.y ?? middle.y;
  return [
    a ? to(a, { x: middle.x - half, y }) : '',
    b ? `M${middle.x + half} ${y} H${b.x} V${b.y}` : '',
  ].join(' ');
}
const rowOf = (
  at: (terminal: string) => Point | undefined,
  names: readonly string[],
  middle: Point,
): Point => ({
  x: middle.x,
  y: names.flatMap((n) => at(n)?.y ?? [])[0] ?? middle.y,
});

/** A contact at rest: its arm stays off what it closes on, and lies on what it opens. */
function contact(
  common: Point | undefined,
  closes: Point | undefined,
  opens: Point | undefined,
  middle: Point,
): DeviceSymbol & { readonly arm: Point } {
  const y = common?.y ?? middle.y;
  const pivot = { x: middle.x - 18, y };
  const tip = { x: middle.x + 16, y: opens ? opens.y : y - 11 };
  const stop = (p: Point | undefined): string => (p ? to({ x: middle.x + 18, y: p.y }, p) : '');
  return {
    line: [common ? to(common, pivot) : '', to(pivot, tip), stop(closes), stop(opens)].join(' '),
    solid: [pivot, ...[closes, opens].flatMap((p) => (p ? [{ x: middle.x + 18, y: p.y }] : []))]
      .map((p) => dot(p, 2.6))
      .join(' '),
    arm: { x: middle.x, y: (pivot.y + tip.y) / 2 },
  };
}

/** One of each kind of drawn part, in symbols of the trade’s general kind (after IEC 60617). */
const SYMBOLS: { readonly [K in Device['kind']]: Symbol<Extract<Device, { kind: K }>> } = {
  battery: ({ at, middle: { x } }) => {
    const y = at('plus')?.y ?? at('minus')?.y ?? 0;
    return {
      line: [
        between(at, ['minus', 'plus'], { x, y }, 8),
        `M${x - 8} ${y - 5} v10 M${x - 3} ${y - 10} v20 M${x + 3} ${y - 5} v10 M${x + 8} ${y - 10} v20`,
      ].join(' '),
    };
  },
  fuse: ({ at, middle }) => {
    const m = rowOf(at, ['a', 'b'], middle);
    return { line: `${between(at, ['a', 'b'], m, 0)} ${box(m, 36, 12)}` };
  },
  relay: ({ at, middle }) => {
    const { arm, ...parts } = contact(at('30'), at('87'), at('87a'), middle);
    const coil = { x: middle.x, y: Math.max(at('86')?.y ?? 0, at('85')?.y ?? 0) + 2 };
    return {
      ...parts,
      line: [
        parts.line,
        box(coil, 26, 12),
        `M${coil.x - 6} ${coil.y + 6} L${coil.x + 6} ${coil.y - 6}`,
        lead(at('86'), { x: coil.x - 20, y: coil.y }),
        `M${coil.x - 20} ${coil.y} h7`,
        lead(at('85'), { x: coil.x + 20, y: coil.y }),
        `M${coil.x + 20} ${coil.y} h-7`,
      ].join(' '),
      dashed: to(arm, { x: coil.x, y: coil.y - 6 }),
    };
  },
  switch: ({ at, middle }) => contact(at('com'), at('no'), at('nc'), middle),
  // Closed until it trips.
  inertia: ({ at, middle }) => {
    const m = rowOf(at, ['a', 'b'], middle);
    return {
      line: `${between(at, ['a', 'b'], m, 16)} ${to({ x: m.x - 16, y: m.y }, { x: m.x + 18, y: m.y - 3 })} M${m.x} ${m.y - 4} v-7 M${m.x - 5} ${m.y - 11} h10`,
      solid: `${dot({ x: m.x - 16, y: m.y }, 2.6)} ${dot({ x: m.x + 16, y: m.y }, 2.6)}`,
    };
  },
  connector: ({ at, middle }) => {
    const m = rowOf(at, ['a', 'b'], middle);
    return {
      line: `${between(at, ['a', 'b'], m, 6)} M${m.x - 6} ${m.y} h8 M${m.x + 12} ${m.y - 8} a8 8 0 0 0 0 16 M${m.x + 4} ${m.y} h2`,
      solid: `M${m.x - 4} ${m.y - 2.4} h8 v4.8 h-8 Z`,
    };
  },
  ground: ({ at, middle }) => {
    const pin = at('g');
    const y = pin?.y ?? middle.y;
    return { line: `${pin ? to(pin, { x: middle.x, y }) : ''} ${ground({ x: middle.x, y: y + 2 })}` };
  },
  load: ({ at, middle, turns }) => {
    const [plus, minus] = [at('plus'), at('minus')];
    const m = { x: middle.x, y: ((plus?.y ?? middle.y) + (minus?.y ?? middle.y)) / 2 };
    const half = turns ? 11 : 15;
    return {
      line: [
        turns ? `${dot(m, 11)} M${m.x - 4.5} ${m.y + 5} v-10 l4.5 6 l4.5 -6 v10` : box(m, 2 * half, 12),
        plus ? to(plus, { x: m.x + Math.sign(plus.x - m.x) * half, y: m.y }) : '',
        minus ? to(minus, { x: m.x + Math.sign(minus.x - m.x) * half, y: m.y }) : '',
      ].join(' '),
    };
  },
  sender: ({ at, middle: m }) => ({
    line: [
      box(m, 34, 12),
      `M${m.x - 14} ${m.y + 13} L${m.x + 14} ${m.y - 13} m-7 1 l7 -1 l-1 7`,
      ...['plus', 'minus', 'signal'].map((t) => {
        const pin = at(t);
        return pin ? to(pin, { x: m.x + Math.sign(pin.x - m.x) * 17, y: m.y }) : '';
      }),
    ].join(' '),
  }),
  'ecu-output': ({ device, at, middle }) => {
    const pin = at('out');
    const y = pin?.y ?? middle.y;
    const low = device.side === 'low';
    const far = { x: middle.x + (low ? 14 : -14), y };
    const near = { x: middle.x - (low ? 14 : -14), y };
    return {
      line: [
        pin ? to(pin, near) : '',
        to(near, { x: far.x - (low ? 3 : -3), y: y - 10 }),
        low
          ? `M${far.x} ${y} h10 v2 ${ground({ x: far.x + 10, y: y + 8 })}`
          : `M${far.x} ${y} h-10 v-5 M${far.x - 15} ${y - 5} h10 l-5 -7 Z`,
      ].join(' '),
      solid: `${dot(near, 2.6)} ${dot(far, 2.6)}`,
    };
  },
  'pump-controller': ({ middle: { x, y } }) => ({
    line: `${box({ x, y }, 44, 22)} M${x - 16} ${y + 6} h6 v-12 h6 v12 h6 v-12 h6 v12 h8`,
  }),
  constant: ({ at, middle }) => {
    const pin = at('out');
    const y = pin?.y ?? middle.y;
    return {
      line: `${dot({ x: middle.x, y }, 7)} ${pin ? to({ x: middle.x + 7, y }, pin) : ''}`,
      solid: dot({ x: middle.x, y }, 3),
    };
  },
  ignition: ({ at, middle }) => {
    const pin = at('out');
    const y = pin?.y ?? middle.y;
    const m = { x: middle.x, y };
    return {
      line: `M${m.x - 24} ${y} h10 ${to({ x: m.x - 14, y }, { x: m.x + 12, y: y - 10 })} ${pin ? to({ x: m.x + 14, y }, pin) : ''}`,
      solid: `${dot({ x: m.x - 14, y }, 2.6)} ${dot({ x: m.x + 14, y }, 2.6)}`,
    };
  },
  splice: ({ at, middle }) => {
    const pin = at('s');
    const m = { x: middle.x, y: pin?.y ?? middle.y };
    return { line: pin ? to(pin, m) : '', solid: dot(m, 4.5) };
  },
};

/**
 * The symbol of a placed part: coil and contact, fuse, switch with its contacts as they rest, plug halves, ground.
 * @param placed part with its terminals, as laid out
 * @param turns whether a load is a motor
 * @returns SVG path data in drawing units
 * Validity: any kind of drawn part, wired or not.
 * @throws nothing
 * @source IEC 60617 (general kind of symbol)
 * @example deviceSymbol(layOutHarness(harnessOf(fullReturnJob('x'))).devices[0]).line.includes('M') // => true
 */
export function deviceSymbol(placed: PlacedDevice, turns = true): DeviceSymbol {
  const at = (name: string): Point | undefined => placed.terminals.find((t) => t.terminal.terminal === name);
  const words = { left: 0, right: 0 };
  for (const t of placed.terminals) words[t.side] = WORD;
  const ys = placed.terminals.map((t) => t.y);
  const middle = {
    x: placed.x + (placed.width + words.left - words.right) / 2,
    y: ys.length > 0 ? (Math.min(...ys) + Math.max(...ys)) / 2 : placed.y + placed.height / 2,
  };
  const draw = SYMBOLS[placed.device.kind] as Symbol<Device>;
  return draw({ device: placed.device, at, middle, turns });
}

import { terminalKey } from '../kinds/wiring/fields.ts';
import { deviceKind } from '../kinds/wiring/index.ts';
import type { Device, Harness, TerminalRef } from '../document/job-document.ts';

export interface PlacedTerminal {
  readonly terminal: TerminalRef;
  readonly x: number;
  readonly y: number;
  readonly side: 'left' | 'right';
}

export interface PlacedDevice {
  readonly id: string;
  readonly device: Device;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly terminals: readonly PlacedTerminal[];
}

export interface PlacedWire {
  readonly id: string;
  /** Corner points from one end to the other. */
  readonly points: readonly (readonly [number, number])[];
}

export interface HarnessLayout {
  readonly width: number;
  readonly height: number;
  readonly devices: readonly PlacedDevice[];
  readonly wires: readonly PlacedWire[];
}

/** Drawing units are pixels at full size: a name has two lines of 12, a terminal 11. */
const HEAD = 38;
const PIN = 26;
const ROW_GAP = 22;
const LANE = 9;
const MARGIN = 14;
const STUB = 34;

const sideOf = (device: Device, name: string): 'left' | 'right' => deviceKind(device).side(name, device);

/** Column of each device: one further than the farthest that feeds it; a ring is cut where it closes. */
function columns(harness: Harness): Map<string, number> {
  const ids = Object.keys(harness.devices);
  const from = new Map<string, string[]>();
  for (const w of Object.values(harness.wires)) {
    const [a, b] = [w.from.device, w.to.device];
    if (a === b || harness.devices[b]?.kind === 'battery') continue;
    from.set(b, [...(from.get(b) ?? []), a]);
  }
  const column = new Map<string, number>();
  const visit = (id: string, open: ReadonlySet<string>): number => {
    const known = column.get(id);
    if (known !== undefined) return known;
    if (open.has(id)) return 0;
    const inner = new Set(open).add(id);
    const far = Math.max(-1, ...(from.get(id) ?? []).map((f) => visit(f, inner)));
    column.set(id, far + 1);
    return far + 1;
  };
  ids.forEach((id) => visit(id, new Set()));
  return column;
}

/**
 * Places the parts of a harness in columns from source to ground and lays the wires between them in lanes of their own.
 * @param harness devices and wires
 * @returns boxes, terminals and wire corners in drawing units, and the size of it all
 * Validity: any harness; what does not fit in a column goes on in the next.
 * @throws nothing
 * @source layered drawing (longest-path columns, barycenter rows)
 * @example layOutHarness({ devices: {}, wires: {} }).devices.length // => 0
 */
export function layOutHarness(harness: Harness): HarnessLayout {
  const column = columns(harness);
  const used = new Set(Object.values(harness.wires).flatMap((w) => [terminalKey(w.from), terminalKey(w.to)]));
  const heights = new Map(
    Object.entries(harness.devices).map(([id, d]) => [id, HEAD + PIN * rowsOf(id, d, used)]),
  );
  const order = ordered(harness, column);
  const place = (lanes: readonly number[]) => {
    const x: number[] = [];
    const wide = order.map((ids) => Math.max(0, ...ids.map((id) => deviceKind(harness.devices[id]!).width)));
    let right = MARGIN;
    order.forEach((_, c) => {
      x[c] = right + STUB;
      right = x[c] + wide[c]! + STUB + LANE * (1 + (lanes[c + 1] ?? 0));
    });
    const devices: PlacedDevice[] = [];
    let bottom = 0;
    order.forEach((ids, c) => {
      let y = MARGIN;
      for (const id of ids) {
        const device = harness.devices[id]!;
        const height = heights.get(id)!;
        const terminals = pins(id, device, used, x[c]!, y, wide[c]!);
        devices.push({ id, device, x: x[c]!, y, width: wide[c]!, height, terminals });
        y += height + ROW_GAP;
      }
      bottom = Math.max(bottom, y);
    });
    return { right, devices, ...route(harness, devices, column, x, wide, bottom) };
  };
  // Once to see how many lanes each gap takes, once with just so much room.
  const { lanes } = place([]);
  const { right, devices, wires, under } = place(lanes);
  return { width: right + MARGIN, height: under + MARGIN, devices, wires };
}

/** Terminals that are drawn: all that carry a wire, and on a switch or relay those left free too. */
const drawn = (id: string, d: Device, used: ReadonlySet<string>): string[] =>
  deviceKind(d)
    .terminals(d)
    .filter((t) => used.has(terminalKey({ device: id, terminal: t })) || deviceKind(d).alwaysShown(t, d));

const rowsOf = (id: string, d: Device, used: ReadonlySet<string>): number => {
  const sides = drawn(id, d, used).map((t) => sideOf(d, t));
  return Math.max(1, sides.filter((s) => s === 'left').length, sides.filter((s) => s === 'right').length);
};

function pins(
  id: string,
  d: Device,
  used: ReadonlySet<string>,
  x: number,
  y: number,
  width: number,
): PlacedTerminal[] {
  const count = { left: 0, right: 0 };
  return drawn(id, d, used).map((name) => {
    const side = sideOf(d, name);
    const at = y + HEAD + PIN * count[side]++ + PIN / 2;
    return { terminal: { device: id, terminal: name }, side, x: side === 'left' ? x : x + width, y: at };
  });
}

/** Devices by column, each beside what it hangs on. */
function ordered(harness: Harness, column: ReadonlyMap<string, number>): string[][] {
  const order: string[][] = [];
  for (const [id, c] of column) (order[c] ??= []).push(id);
  for (let c = 0; c < order.length; c++) order[c] ??= [];
  const rank = new Map<string, number>();
  const settle = (): void => order.forEach((ids) => ids.forEach((id, i) => rank.set(id, i)));
  settle();
  const links = Object.values(harness.wires).map((w) => [w.from.device, w.to.device] as const);
  for (let turn = 0; turn < 6; turn++) {
    for (const ids of turn % 2 === 0 ? order : [...order].reverse()) {
      const weight = new Map(
        ids.map((id) => {
          const near = links.flatMap(([a, b]) =>
            a === id ? [rank.get(b)!] : b === id ? [rank.get(a)!] : [],
          );
          return [id, near.length > 0 ? near.reduce((s, v) => s + v, 0) / near.length : rank.get(id)!];
        }),
      );
      ids.sort((a, b) => weight.get(a)! - weight.get(b)! || rank.get(a)! - rank.get(b)!);
      ids.forEach((id, i) => rank.set(id, i));
    }
  }
  return order;
}

function route(
  harness: Harness,
  devices: readonly PlacedDevice[],
  column: ReadonlyMap<string, number>,
  x: readonly number[],
  wide: readonly number[],
  bottom: number,
): { readonly wires: PlacedWire[]; readonly under: number; readonly lanes: readonly number[] } {
  const at = new Map(devices.flatMap((d) => d.terminals.map((t) => [terminalKey(t.terminal), t] as const)));
  const taken: number[] = [];
  // The upright lanes of a gap lie behind its column; gap -1 is the margin at the far left.
  const lane = (gap: number): number => {
    const n = (taken[gap + 1] = (taken[gap + 1] ?? 0) + 1);
    return gap < 0 ? (x[0] ?? 0) - STUB / 2 - (n % 3) * 2 : x[gap]! + wide[gap]! + STUB + LANE * n;
  };
  let under = bottom;
  const wires = Object.entries(harness.wires).flatMap(([id, w]): PlacedWire[] => {
    const [a, b] = [at.get(terminalKey(w.from)), at.get(terminalKey(w.to))];
    if (!a || !b) return [];
    const gapOf = (t: PlacedTerminal): number => {
      const c = column.get(t.terminal.device) ?? 0;
      return t.side === 'right' ? c : c - 1;
    };
    const [ga, gb] = [gapOf(a), gapOf(b)];
    if (ga === gb) {
      const middle = lane(ga);
      return [
        {
          id,
          points: [
            [a.x, a.y],
            [middle, a.y],
            [middle, b.y],
            [b.x, b.y],
          ],
        },
      ];
    }
    // Further off it runs below everything else, so that no wire crosses a box.
    const [xa, xb] = [lane(ga), lane(gb)];
    const y = clearRow(devices, Math.min(xa, xb), Math.max(xa, xb), (a.y + b.y) / 2) ?? (under += LANE);
    return [
      {
        id,
        points: [
          [a.x, a.y],
          [xa, a.y],
          [xa, y],
          [xb, y],
          [xb, b.y],
          [b.x, b.y],
        ],
      },
    ];
  });
  return { wires, under, lanes: taken };
}

/** A height at which nothing stands between two lanes, the one nearest to where it is wanted. */
function clearRow(
  devices: readonly PlacedDevice[],
  from: number,
  to: number,
  wanted: number,
): number | undefined {
  const between = devices.filter((d) => d.x < to && d.x + d.width > from);
  const free = (y: number): boolean => between.every((d) => y < d.y - 4 || y > d.y + d.height + 4);
  const tries = between.flatMap((d) => [d.y - 9, d.y + d.height + 9]).filter((y) => y > 2 && free(y));
  if (free(wanted)) return wanted;
  return tries.sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0];
}

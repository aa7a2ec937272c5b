import type { Dimension, Severity } from '@venula/core';
import type { LineKind } from '../lines.ts';

/** One part on the loop, with the quantity before and after it: a step of the falling line. */
export interface TrackItem {
  readonly id: string;
  readonly symbol: string;
  readonly name: string;
  readonly caption: string;
  readonly line: LineKind;
  readonly weight: number;
  /** SI. */
  readonly before: number;
  /** SI. */
  readonly after: number;
  readonly severity?: Severity;
}

/** A loop: out along the top from left to right, home along the bottom. */
export interface TrackLoop {
  readonly dimension: Dimension;
  readonly decimals: number;
  readonly left: {
    readonly symbol: string;
    readonly name: string;
    readonly value: number;
    readonly returnValue: number;
  };
  readonly right: {
    readonly id: string;
    readonly symbol: string;
    readonly name: string;
    readonly value: number;
    readonly severity?: Severity;
  };
  readonly top: readonly TrackItem[];
  readonly bottom: readonly TrackItem[];
  /** Drawn as a dotted line with its words. */
  readonly limit?: { readonly value: number; readonly label: string };
  /** The line that leads to the control port, where there is one. */
  readonly referenceId?: string;
}

export interface Slot {
  readonly item: TrackItem;
  readonly x0: number;
  readonly x1: number;
}

export interface Layout {
  readonly width: number;
  readonly leftX: number;
  readonly rightX: number;
  readonly top: readonly Slot[];
  readonly bottom: readonly Slot[];
}

const END_WIDTH = 78;
const MIN_SLOT = 58;

/** Lays the loop out by itself: each part gets room by its weight, the two rows share one width. */
export function layOut(loop: TrackLoop, available: number): Layout {
  const least = Math.max(loop.top.length, loop.bottom.length) * MIN_SLOT + 2 * END_WIDTH;
  const width = Math.max(available, least);
  const x0 = END_WIDTH;
  const x1 = width - END_WIDTH;
  return {
    width,
    leftX: END_WIDTH / 2 + 6,
    rightX: width - END_WIDTH / 2 - 6,
    top: slots(loop.top, x0, x1, 1),
    bottom: slots(loop.bottom, x1, x0, -1),
  };
}

function slots(items: readonly TrackItem[], start: number, end: number, direction: 1 | -1): Slot[] {
  const span = Math.abs(end - start);
  const total = items.reduce((w, i) => w + i.weight, 0) || 1;
  let at = start;
  return items.map((item) => {
    const next = at + direction * Math.max((item.weight / total) * span, 0);
    const slot = { item, x0: at, x1: next };
    at = next;
    return slot;
  });
}

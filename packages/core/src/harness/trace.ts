import type { Harness } from '../document/job-document.ts';

/**
 * A wire followed from end to end: with it all that plugs and splices join to it, up to the parts it works.
 * @param harness parts and wires
 * @param wireId wire that was touched
 * @returns ids of the wires, and of the parts at the ends
 * Validity: any harness; an unknown wire gives nothing.
 * @throws nothing
 * @source own convention
 * @example tracedWire({ devices: {}, wires: {} }, 'w1').wires.length // => 0
 */
export function tracedWire(
  harness: Harness,
  wireId: string,
): { readonly wires: readonly string[]; readonly ends: readonly string[] } {
  const wires = new Set<string>();
  const ends = new Set<string>();
  const follow = (id: string): void => {
    const wire = harness.wires[id];
    if (!wire || wires.has(id)) return;
    wires.add(id);
    for (const end of [wire.from, wire.to]) {
      const kind = harness.devices[end.device]?.kind;
      const through = kind === 'connector' || kind === 'splice';
      if (!through) {
        ends.add(end.device);
        continue;
      }
      for (const [next, w] of Object.entries(harness.wires))
        if (w.from.device === end.device || w.to.device === end.device) follow(next);
    }
  };
  follow(wireId);
  return { wires: [...wires], ends: [...ends] };
}

import { terminalName } from '../../edit/harness.ts';
import { terminalKey } from '../../kinds/wiring/fields.ts';
import type { DeviceOf, Harness, TerminalRef } from '../../document/job-document.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { drawnWiring } from './drawn.ts';

export type DriverUnclamped = Found<
  'DRIVER_UNCLAMPED',
  { readonly driver: string; readonly coilAmps: number }
>;
export type BranchAhead = Found<'BRANCH_AHEAD_OF_FUSE', { readonly terminal: string }>;

/** A coil without anything across it kicks back above this, V (typical). */
const KICK_VOLTS = 250;
/** What a driver without a clamp stands, V (typical). */
const DRIVER_VOLTS = 40;

/** Terminals joined by wires, splices, plugs and contacts that may close. */
function joined(harness: Harness, from: TerminalRef): ReadonlySet<string> {
  const links = Object.values(harness.wires).map((w): [string, string] => [
    terminalKey(w.from),
    terminalKey(w.to),
  ]);
  for (const [device, d] of Object.entries(harness.devices)) {
    const pair = (a: string, b: string): void =>
      void links.push([terminalKey({ device, terminal: a }), terminalKey({ device, terminal: b })]);
    if (d.kind === 'switch') {
      pair('com', 'no');
      pair('com', 'nc');
    } else if (d.kind === 'connector' || d.kind === 'inertia') pair('a', 'b');
  }
  const seen = new Set([terminalKey(from)]);
  for (let grew = true; grew;) {
    grew = false;
    for (const [a, b] of links)
      if (seen.has(a) !== seen.has(b)) {
        seen.add(a).add(b);
        grew = true;
      }
  }
  return seen;
}

/** A driver a coil may kill: no combination of inputs shows it. */
export const unclampedRule: FindingRule<DriverUnclamped> = (context) => {
  const harness = drawnWiring(context)?.harness;
  if (!harness) return [];
  const drivers = Object.entries(harness.devices).filter(
    (d): d is [string, DeviceOf<'ecu-output'>] => d[1].kind === 'ecu-output' && !d[1].clamped,
  );
  return Object.entries(harness.devices).flatMap(([id, relay]): DriverUnclamped[] => {
    if (relay.kind !== 'relay' || relay.suppression !== 'none') return [];
    const driver = drivers.find(([d]) => {
      const reach = joined(harness, { device: d, terminal: 'out' });
      return ['85', '86'].some((terminal) => reach.has(terminalKey({ device: id, terminal })));
    });
    if (!driver) return [];
    return [
      {
        code: 'DRIVER_UNCLAMPED',
        severity: 'stop',
        stage: 'wire',
        place: { of: 'device', id, name: relay.name },
        dimension: 'volts',
        value: KICK_VOLTS,
        limit: DRIVER_VOLTS,
        figures: { driver: driver[1].name, coilAmps: 12 / relay.coilOhms },
      },
    ];
  });
};

/**
 * Wires that leave the battery and meet no fuse: a branch taken off ahead of it. What they feed works all the same, so no
 * combination of inputs shows it; a short would.
 */
export const branchRule: FindingRule<BranchAhead> = (context) => {
  const harness = drawnWiring(context)?.harness;
  if (!context.doc.wiring.harness || !harness) return [];
  return bareBranches(harness).map(({ id, end }): BranchAhead => {
    const wire = harness.wires[id]!;
    return {
      code: 'BRANCH_AHEAD_OF_FUSE',
      severity: 'stop',
      stage: 'wire',
      place: { of: 'wire', id, name: wire.name },
      dimension: 'count',
      value: 0,
      limit: 1,
      figures: { terminal: terminalName(harness, wire[end]) },
    };
  });
};

/** Wires that leave the battery without a fuse, and which end is on it. */
export function bareBranches(harness: Harness): { readonly id: string; readonly end: 'from' | 'to' }[] {
  const kindOf = (at: TerminalRef): string | undefined => harness.devices[at.device]?.kind;
  const live = (at: TerminalRef): boolean => kindOf(at) === 'battery' && at.terminal === 'plus';
  return Object.entries(harness.wires).flatMap(([id, wire]) => {
    const end = live(wire.from) ? 'from' : live(wire.to) ? 'to' : undefined;
    if (!end || kindOf(end === 'from' ? wire.to : wire.from) === 'fuse') return [];
    return [{ id, end } as const];
  });
}

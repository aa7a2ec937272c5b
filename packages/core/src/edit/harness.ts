import type { PatchOperation } from '../outcome/finding.ts';
import type { Device, Harness } from '../document/job-document.ts';

/** Terminals of each kind of device, in the order they are shown. */
export const TERMINALS: Readonly<Record<Device['kind'], readonly string[]>> = {
  battery: ['plus', 'minus'],
  constant: ['out'],
  ignition: ['out'],
  ground: ['g'],
  fuse: ['a', 'b'],
  relay: ['30', '87', '87a', '85', '86'],
  switch: ['com', 'no', 'nc'],
  inertia: ['a', 'b'],
  'ecu-output': ['out'],
  load: ['plus', 'minus'],
  splice: ['s'],
  connector: ['a', 'b'],
};

export const terminalOf = (deviceId: string, name: string): string => `${deviceId}.${name}`;

/** Every terminal of a harness; a plain relay has no 87a. */
export function allTerminals(harness: Harness): string[] {
  return Object.entries(harness.devices).flatMap(([id, d]) =>
    TERMINALS[d.kind]
      .filter((t) => t !== '87a' || (d.kind === 'relay' && d.changeover))
      .map((t) => terminalOf(id, t)),
  );
}

/** "Boost switch, NO" for a terminal. */
export function terminalName(harness: Harness, terminal: string): string {
  const dot = terminal.lastIndexOf('.');
  const device = harness.devices[terminal.slice(0, dot)];
  const name = terminal.slice(dot + 1);
  if (!device) return terminal;
  return TERMINALS[device.kind].length === 1 ? device.name : `${device.name}, ${terminalWord(name)}`;
}

const WORDS: Readonly<Record<string, string>> = {
  com: 'common',
  no: 'NO',
  nc: 'NC',
  plus: '+',
  minus: '−',
  a: 'in',
  b: 'out',
  g: '',
  s: '',
};

/** What is written beside a terminal. */
export const terminalWord = (name: string): string => WORDS[name] ?? name;

/** Parts that can be put into a drawn harness, with figures that are a fair start. */
export const NEW_DEVICES: readonly { readonly name: string; readonly device: Device }[] = [
  {
    name: 'Relay',
    device: {
      kind: 'relay',
      name: 'Relay',
      changeover: false,
      ratingA: 40,
      coilOhms: 85,
      suppression: 'resistor',
    },
  },
  { name: 'Fuse', device: { kind: 'fuse', name: 'Fuse', ratingA: 10 } },
  { name: 'Switch', device: { kind: 'switch', name: 'Switch', signal: 'panel:switch', ratingA: 3 } },
  {
    name: 'Controller output',
    device: {
      kind: 'ecu-output',
      name: 'Controller output',
      signal: 'ecu:output 1',
      side: 'low',
      ratingA: 1,
      clamped: false,
    },
  },
  { name: 'Crash switch', device: { kind: 'inertia', name: 'Crash switch' } },
  { name: 'Ground point', device: { kind: 'ground', name: 'Ground point', ohms: 0.003 } },
  { name: 'Splice', device: { kind: 'splice', name: 'Splice' } },
  { name: 'Plug', device: { kind: 'connector', name: 'Plug', ohms: 0.002 } },
  { name: 'Ignition feed', device: { kind: 'ignition', name: 'Ignition feed' } },
  { name: 'Fuse box stud', device: { kind: 'constant', name: 'Fuse box stud' } },
];

/**
 * Adds a part to a drawn harness.
 * @param harness as drawn
 * @param device what to add
 * @returns its id and the patch
 * @throws nothing
 * @source own convention
 * @example addDevice({ devices: {}, wires: {} }, NEW_DEVICES[1].device).id // => 'fuse-added'
 */
export function addDevice(
  harness: Harness,
  device: Device,
): { readonly id: string; readonly patch: readonly PatchOperation[] } {
  const stem = `${device.kind}-added`;
  let id = stem;
  for (let n = 2; id in harness.devices; n++) id = `${stem}-${n}`;
  return { id, patch: [{ op: 'add', path: `/wiring/harness/devices/${id}`, value: device }] };
}

/** Takes a part out of a drawn harness, and the wires on it. */
export function removeDevice(harness: Harness, id: string): PatchOperation[] {
  const on = (terminal: string): boolean => terminal.slice(0, terminal.lastIndexOf('.')) === id;
  const wires = Object.entries(harness.wires).filter(([, w]) => on(w.from) || on(w.to));
  return [
    ...wires.map(([wireId]): PatchOperation => ({ op: 'remove', path: `/wiring/harness/wires/${wireId}` })),
    { op: 'remove', path: `/wiring/harness/devices/${id}` },
  ];
}

import type { Device, Harness } from './job-document.ts';

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

import type { PatchOperation } from '../outcome/finding.ts';
import { DEVICE_OFFERS, deviceKind } from '../kinds/wiring/index.ts';
import type { Device, Harness } from '../document/job-document.ts';

export const terminalOf = (deviceId: string, name: string): string => `${deviceId}.${name}`;

/**
 * Every terminal of a harness.
 * @param harness drawn parts and wires
 * @returns terminals, "device.name"
 * Validity: any harness.
 * @throws nothing
 * @source own convention
 * @example allTerminals(harnessOf(fullReturnJob('x'))).includes('battery.plus') // => true
 */
export function allTerminals(harness: Harness): string[] {
  return Object.entries(harness.devices).flatMap(([id, d]) =>
    deviceKind(d)
      .terminals(d)
      .map((t) => terminalOf(id, t)),
  );
}

/**
 * What a terminal is called in a sentence: “Boost switch, NO”.
 * @param harness drawn parts and wires
 * @param terminal "device.name"
 * @returns text
 * Validity: any terminal; one that is not there keeps its own name.
 * @throws nothing
 * @source common practice
 * @example terminalName(harnessOf(fullReturnJob('x')), 'battery.plus') // => 'Battery, +'
 */
export function terminalName(harness: Harness, terminal: string): string {
  const dot = terminal.lastIndexOf('.');
  const device = harness.devices[terminal.slice(0, dot)];
  const name = terminal.slice(dot + 1);
  if (!device) return terminal;
  return deviceKind(device).terminals(device).length === 1
    ? device.name
    : `${device.name}, ${terminalWord(name)}`;
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

/**
 * What is written beside a terminal.
 * @param name name of the terminal
 * @returns text
 * Validity: any name.
 * @throws nothing
 * @source common practice
 * @example terminalWord('30') // => '30'
 */
export const terminalWord = (name: string): string => WORDS[name] ?? name;

/** Parts that can be put into a drawn harness, with figures that are a fair start. */
export const NEW_DEVICES = DEVICE_OFFERS;

/**
 * Adds a part to a drawn harness.
 * @param harness as drawn
 * @param device what to add
 * @returns its id and the patch
 * Validity: any kind of drawn part.
 * @throws nothing
 * @source own convention
 * @example addDevice({ devices: {}, wires: {} }, NEW_DEVICES[0].make()).id // => 'fuse-added'
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

/**
 * Takes a part out of a drawn harness, and the wires on it.
 * @param harness drawn parts and wires
 * @param id part
 * @returns patch
 * Validity: a part of that harness.
 * @throws nothing
 * @source own convention
 * @example removeDevice(harnessOf(fullReturnJob('x')), 'battery').length > 1 // => true
 */
export function removeDevice(harness: Harness, id: string): PatchOperation[] {
  const on = (terminal: string): boolean => terminal.slice(0, terminal.lastIndexOf('.')) === id;
  const wires = Object.entries(harness.wires).filter(([, w]) => on(w.from) || on(w.to));
  return [
    ...wires.map(([wireId]): PatchOperation => ({ op: 'remove', path: `/wiring/harness/wires/${wireId}` })),
    { op: 'remove', path: `/wiring/harness/devices/${id}` },
  ];
}

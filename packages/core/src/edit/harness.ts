import type { PatchOperation } from '../outcome/finding.ts';
import { DEVICE_OFFERS, deviceKind } from '../kinds/wiring/index.ts';
import type { Device, Harness, TerminalRef } from '../document/job-document.ts';

/**
 * Every terminal of a harness.
 * @param harness drawn parts and wires
 * @returns part and terminal of each
 * Validity: any harness.
 * @throws nothing
 * @source own convention
 * @example allTerminals(harnessOf(fullReturnJob('x'))).some((t) => t.terminal === 'plus') // => true
 */
export function allTerminals(harness: Harness): TerminalRef[] {
  return Object.entries(harness.devices).flatMap(([device, d]) =>
    deviceKind(d)
      .terminals(d)
      .map((terminal) => ({ device, terminal })),
  );
}

/**
 * What a terminal is called in a sentence: “Boost switch, NO”.
 * @param harness drawn parts and wires
 * @param at part and terminal
 * @returns text
 * Validity: any terminal; one that is not there keeps its own name.
 * @throws nothing
 * @source common practice
 * @example terminalName(harnessOf(fullReturnJob('x')), { device: 'battery', terminal: 'plus' }) // => 'Battery, +'
 */
export function terminalName(harness: Harness, at: TerminalRef): string {
  const device = harness.devices[at.device];
  if (!device) return `${at.device}, ${at.terminal}`;
  return deviceKind(device).terminals(device).length === 1
    ? device.name
    : `${device.name}, ${terminalWord(at.terminal)}`;
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
  const wires = Object.entries(harness.wires).filter(([, w]) => w.from.device === id || w.to.device === id);
  return [
    ...wires.map(([wireId]): PatchOperation => ({ op: 'remove', path: `/wiring/harness/wires/${wireId}` })),
    { op: 'remove', path: `/wiring/harness/devices/${id}` },
  ];
}

/** "relay-pump.86" for short. */
import type { TerminalRef } from '../../src/public/document.ts';
export const at = (text: string): TerminalRef => {
  const dot = text.lastIndexOf('.');
  return { device: text.slice(0, dot), terminal: text.slice(dot + 1) };
};
export const key = (t: TerminalRef): string => `${t.device}.${t.terminal}`;

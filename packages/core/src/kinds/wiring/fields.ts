import { quantity } from '../../fields/field.ts';
import { id } from '../../fields/name.ts';
import { labelled, object, optional, text, type Infer } from '../../fields/shape.ts';

export const ratingA = (
  label: string,
  min: number,
  { max = 300, sizes }: { readonly max?: number; readonly sizes?: readonly number[] } = {},
) => quantity({ label, dimension: 'amps', unit: 'A', min, max, ...(sizes ? { sizes } : {}) });

export const jointOhms = (label: string, max: number, usual: number) =>
  quantity({ label, dimension: 'resistance', unit: 'Ω', min: 0, max, usual, why: 'typical of a sound one' });

/** A piece of a circuit. */
export const pieceShape = object({ circuitId: id, segmentId: id });
export type PieceRef = Infer<typeof pieceShape>;

/** The piece of a circuit a drawn part stands for: its figures are read from there. */
export const of = optional(labelled('Stands for', pieceShape));

/** One terminal of a drawn part. */
export const terminalShape = object({ device: id, terminal: text(20, 1) });
export type TerminalRef = Infer<typeof terminalShape>;

/**
 * A terminal as a key: for maps and node names, never taken apart again.
 * @param at part and terminal
 * @returns text
 * Validity: any terminal.
 * @throws nothing
 * @source own convention
 * @example terminalKey({ device: 'battery', terminal: 'plus' }) // => 'battery.plus'
 */
export const terminalKey = ({ device, terminal }: TerminalRef): string => `${device}.${terminal}`;

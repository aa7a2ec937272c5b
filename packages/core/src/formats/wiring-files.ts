import { csvCell } from './csv-cell.ts';
import { terminalKey } from '../kinds/wiring/fields.ts';
import { terminalWord } from '../edit/harness.ts';
import type { JobDocument } from '../document/job-document.ts';
import { HarnessModel, type Inputs } from '../harness/behave.ts';
import { layOutHarness, type HarnessLayout } from '../harness/layout.ts';
import { deviceSymbol } from '../harness/symbols.ts';
import { inLines } from '../quantities/text.ts';
import { wiringSheet, type WireRow } from '../harness/wiring-sheet.ts';
import { wireSizeName } from '../kinds/wiring/wire/wire.ts';

/** Insulation colors by name, as they are said in a shop; anything else is drawn gray. */
const PAINT: Readonly<Record<string, string>> = {
  black: '#1b1b1b',
  brown: '#74471f',
  red: '#c0281c',
  orange: '#dd7714',
  yellow: '#d9b200',
  green: '#2a7f3f',
  blue: '#2459a8',
  violet: '#7a3c96',
  purple: '#7a3c96',
  gray: '#7d8486',
  grey: '#7d8486',
  white: '#f4f2ea',
  pink: '#d9719a',
  tan: '#b99a6b',
};

/**
 * Base color and tracer of “red/white”.
 * @param color as typed
 * @returns CSS colors; gray where the word is not known, null without a tracer
 * Validity: English color words.
 * @throws nothing
 * @source common practice
 * @example wirePaint('red').tracer // => null
 */
export function wirePaint(color: string): { readonly base: string; readonly tracer: string | null } {
  const [base = '', tracer] = color.toLowerCase().split(/[/ ,-]+/);
  return { base: PAINT[base] ?? '#8b8f8c', tracer: tracer ? (PAINT[tracer] ?? null) : null };
}

const COLUMNS = [
  'label',
  'name',
  'from',
  'to',
  'color',
  'size',
  'conductor',
  'cut_length_m',
  'from_terminal',
  'from_joint',
  'from_heat_shrink',
  'to_terminal',
  'to_joint',
  'to_heat_shrink',
  'from_label',
  'to_label',
] as const;

/**
 * The wire list as a sheet.
 * @param doc job document
 * @returns CSV text, one wire a row, CRLF
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source RFC 4180
 * @example wireListCsv(fullReturnJob('x')).split(',')[0] // => 'label'
 */
export function wireListCsv(doc: JobDocument): string {
  const row = (w: WireRow): string =>
    [
      w.label,
      w.name,
      w.fromName,
      w.toName,
      w.color,
      wireSizeName(w.size),
      w.conductor,
      w.lengthM.toFixed(2),
      w.fromEnd.terminal,
      w.fromEnd.joint,
      w.fromEnd.shrink ? 'yes' : 'no',
      w.toEnd.terminal,
      w.toEnd.joint,
      w.toEnd.shrink ? 'yes' : 'no',
      w.fromLabel,
      w.toLabel,
    ]
      .map(csvCell)
      .join(',');
  return [COLUMNS.join(','), ...wiringSheet(doc).wires.map(row), ''].join('\r\n');
}

const xml = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const pointText = (points: HarnessLayout['wires'][number]['points']): string =>
  points.map(([x, y]) => `${x},${y}`).join(' ');

/**
 * The wiring drawn, as a picture of its own.
 * @param doc job document
 * @returns SVG text with every wire in its color and labeled at both ends
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source SVG 1.1
 * @example wiringSvg(fullReturnJob('x')).startsWith('<svg') // => true
 */
export function wiringSvg(doc: JobDocument): string {
  const sheet = wiringSheet(doc);
  const layout = layOutHarness(sheet.harness);
  const tags = wireTags(sheet.wires);
  const wires = layout.wires.map((w) => {
    const { base, tracer } = wirePaint(sheet.harness.wires[w.id]!.color);
    const points = pointText(w.points);
    const line = (stroke: string, width: number, dash = ''): string =>
      `<polyline points="${points}" fill="none" stroke="${stroke}" stroke-width="${width}"${dash}/>`;
    return [
      line('#17211f', 3.6),
      line(base, 2.6),
      tracer ? line(tracer, 1.4, ' stroke-dasharray="6 5"') : '',
    ].join('');
  });
  const devices = layout.devices.map((d) => {
    const { line, solid, dashed } = deviceSymbol(d, sheet.motors.includes(d.id));
    const stroke = 'fill="none" stroke="#17211f" stroke-width="1.6"';
    return [
      `<rect x="${d.x}" y="${d.y}" width="${d.width}" height="${d.height}" fill="#fff" stroke="#17211f" stroke-width="1.5"/>`,
      `<path d="${line}" ${stroke}/>`,
      solid ? `<path d="${solid}" fill="#17211f"/>` : '',
      dashed ? `<path d="${dashed}" ${stroke} stroke-dasharray="3 3"/>` : '',
      ...nameLines(d.device.name, d.width).map(
        (text, i) =>
          `<text x="${d.x + 6}" y="${d.y + 15 + 14 * i}" font-size="12" font-weight="700">${xml(text)}</text>`,
      ),
      ...d.terminals.map((t) => {
        const left = t.side === 'left';
        return (
          `<circle cx="${t.x}" cy="${t.y}" r="2.8" fill="#17211f"/>` +
          `<text x="${t.x + (left ? 6 : -6)}" y="${t.y - 4}" font-size="11" text-anchor="${left ? 'start' : 'end'}">${xml(terminalMark(t.terminal.terminal))}</text>` +
          `<text x="${t.x + (left ? -4 : 4)}" y="${t.y - 4}" font-size="11" text-anchor="${left ? 'end' : 'start'}">${tags.get(terminalKey(t.terminal)) ?? ''}</text>`
        );
      }),
    ].join('');
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${layout.width} ${layout.height}" font-family="sans-serif">`,
    `<title>${xml(doc.title)}: wiring</title>`,
    ...wires,
    ...devices,
    '</svg>',
    '',
  ].join('\n');
}

/**
 * Labels of the wires on each terminal, “W3 W7”.
 * @param wires rows of the wire list
 * @returns text by terminal
 * Validity: any list.
 * @throws nothing
 * @source own convention
 * @example wireTags([]).size // => 0
 */
export function wireTags(wires: readonly WireRow[]): ReadonlyMap<string, string> {
  const tags = new Map<string, string>();
  for (const w of wires)
    for (const t of [terminalKey(w.from), terminalKey(w.to)])
      tags.set(t, tags.has(t) ? `${tags.get(t)!} ${w.label}` : w.label);
  return tags;
}

/** A letter of a bold name takes about this much of the drawing. */
const LETTER = 6.3;

/**
 * A name in the lines of a box: two at most, broken between words.
 * @param name of a drawn part
 * @param width of its box, drawing units
 * @returns lines; only a name longer than both is shortened, the sheet has it whole
 * Validity: any text.
 * @throws nothing
 * @source own convention
 * @example nameLines('Fuse at the battery', 120) // => ['Fuse at the', 'battery']
 */
export const nameLines = (name: string, width: number): string[] =>
  inLines(name, Math.floor((width - 10) / LETTER), 2);

/**
 * What is written at a terminal in the drawing: what its symbol does not say already.
 * @param name terminal
 * @returns text; empty for the two ends of what has no sides
 * Validity: any name.
 * @throws nothing
 * @source common practice
 * @example terminalMark('a') // => ''
 */
export const terminalMark = (name: string): string =>
  name === 'a' || name === 'b' || name === 'out' ? '' : name === 'com' ? 'C' : terminalWord(name);

/**
 * The circuit at one combination of inputs as a SPICE netlist, to be checked elsewhere.
 * @param doc job document
 * @param inputs key, crash switch, signals
 * @returns netlist with an operating-point analysis; node names are told in comments
 * Validity: contacts stand as Venula finds them at these inputs; loads are resistances.
 * @throws nothing
 * @source SPICE3 netlist language
 * @example wiringNetlist(fullReturnJob('x'), { ignition: true, crashed: false, signals: {}, made: [] }).includes('.op') // => true
 */
export function wiringNetlist(doc: JobDocument, inputs: Inputs): string {
  const { harness } = wiringSheet(doc);
  const elements = new HarnessModel(harness).elementsAt(inputs);
  const nodes = new Map<string, number>([['0', 0]]);
  const n = (node: string): number => {
    if (!nodes.has(node)) nodes.set(node, nodes.size);
    return nodes.get(node)!;
  };
  const lines = elements.flatMap((e, i) => {
    switch (e.kind) {
      case 'resistor':
        return `R${i + 1} ${n(e.a)} ${n(e.b)} ${e.ohms.toExponential(6)} ; ${e.id}`;
      case 'source':
        return [
          `V${i + 1} x${i + 1} ${n(e.minus)} ${e.volts}`,
          `R${i + 1} x${i + 1} ${n(e.plus)} ${e.ohms} ; ${e.id}`,
        ];
      case 'diode':
        return `D${i + 1} ${n(e.anode)} ${n(e.cathode)} coil ; ${e.id}`;
      case 'load':
        return `R${i + 1} ${n(e.plus)} ${n(e.minus)} 1 ; ${e.id}`;
    }
  });
  const signals = Object.entries(inputs.signals).map(([k, v]) => `${k} ${v ? 'on' : 'off'}`);
  return [
    `* ${doc.title}: wiring at one combination of inputs`,
    `* key ${inputs.ignition ? 'on' : 'off'}, crash switch ${inputs.crashed ? 'tripped' : 'at rest'}${signals.length > 0 ? `, ${signals.join(', ')}` : ''}`,
    ...lines,
    '.model coil D(IS=1e-14 N=1)',
    ...[...nodes].filter(([, k]) => k > 0).map(([name, k]) => `* node ${k}: ${name}`),
    '.op',
    '.end',
    '',
  ]
    .map(oneLine)
    .join('\n');
}

/** Names of the shop stand in comments; whatever ends a line in them would begin one that is read as a command. */
const oneLine = (line: string): string => line.replaceAll(/[\p{Cc}\u2028\u2029]+/gu, ' ');

import type { JobDocument } from '../document/job-document.ts';
import { fullReturnJob } from '../document/patterns/full-return.ts';
import { bareOf, type LibraryData } from '../edit/library.ts';
import { NEW_PARTS } from '../edit/path.ts';
import type { PumpCurve } from '../kinds/plumbing/pump/pump-figures.ts';
import { fittingMotor } from '../kinds/plumbing/pump/pump-faults.ts';
import { makePump, type Pump } from '../kinds/plumbing/pump/shape.ts';
import { fail, ok, type Result } from '../outcome/result.ts';
import { parseQuantity } from '../quantities/parse.ts';
import { shortened } from '../quantities/text.ts';
import type { UnitSystem } from '../quantities/units.ts';
import { formAt, type FormField } from './form-at.ts';
import { readPumpCurve } from './pump-curve-csv.ts';
import { checkJob } from './read-job.ts';

const PART = '/plumbing/elements/part';
const INJECTORS = '/brief/injectors';

/**
 * A job of which only the one thing is looked at: what a job would refuse, the library refuses, and its fields are a plan's.
 * @param data part or injectors
 * @returns the job, and the JSON pointer of the thing in it
 * Validity: any library data, also figures the checker refuses.
 * @throws nothing
 * @source own convention
 * @example jobHolding({ kind: 'injectors', injectors: fullReturnJob('x').brief.injectors }).at // => '/brief/injectors'
 */
export function jobHolding(data: LibraryData): { readonly doc: JobDocument; readonly at: string } {
  const doc = fullReturnJob('library');
  return data.kind === 'part'
    ? {
        doc: {
          ...doc,
          plumbing: { ...doc.plumbing, elements: { ...doc.plumbing.elements, part: data.part } },
        },
        at: PART,
      }
    : { doc: { ...doc, brief: { ...doc.brief, injectors: data.injectors } }, at: INJECTORS };
}

/**
 * Checks what is to go into the shop's library as a job would check it.
 * @param value parsed JSON from anywhere
 * @returns the part or the injectors, or every error with its JSON Pointer into them, limit and remedy
 * Validity: anything JSON can say.
 * @throws nothing
 * @source docs/job.schema.json
 * @example checkLibrary({ kind: 'part', part: { kind: 'filter' } }).ok // => false
 */
export function checkLibrary(value: unknown): Result<LibraryData> {
  const wrong = (message: string) =>
    fail({ code: 'WRONG_KIND', field: '/kind', message, remedy: 'send a part or a set of injectors' });
  if (typeof value !== 'object' || value === null) return wrong('this is no entry of the library');
  const { kind, part, injectors } = value as Record<string, unknown>;
  if (kind !== 'part' && kind !== 'injectors') return wrong('this is neither a part nor a set of injectors');
  const held = kind === 'part' ? part : injectors;
  if (typeof held !== 'object' || held === null) return wrong('there is nothing in it');
  if ((held as { kind?: unknown }).kind === 'run')
    return wrong('hose is bought by its kind and size, not by a part of the library');
  const data = (kind === 'part' ? { kind, part: held } : { kind, injectors: held }) as LibraryData;
  const { doc, at } = jobHolding(data);
  const checked = checkJob(doc);
  if (checked.ok) return ok(data.kind === 'part' ? { kind: 'part', part: bareOf(data.part) } : data);
  return fail(
    ...checked.errors.map((e) => ({
      ...e,
      field: e.field.startsWith(at) ? e.field.slice(at.length) : e.field,
    })),
  );
}

/** A part or set of injectors read from a sheet, or why not. */
export interface LibraryRow {
  /** Lines of the sheet it stands in, from 1; the heading is line 1. */
  readonly lines: readonly number[];
  readonly name: string;
  readonly data: LibraryData | null;
  readonly trouble: string | null;
}

/** Cells of a line by their heading. */
export type Cells = Readonly<Record<string, string>>;
const NAME_LENGTH = 80;

/**
 * Reads parts, pumps or injectors for the library from a sheet with a heading: one column `name`, one `kind` ("pump",
 * "filter", "bypass regulator", "injectors" …), and any of the figures by what the forms call them, with a unit in brackets
 * ("Loss at 400 L/h, clean (psi)"). A pump takes as many lines as its curve has points: columns `volts`, `pressure`, `flow`,
 * `current`.
 * @param rows cells by heading, in order
 * @param system unit system for columns whose heading names none
 * @returns an entry a part, the lines of a pump together, each with its trouble or its figures
 * Validity: up to some thousand lines.
 * @throws nothing, whatever the cells hold
 * @source own marks
 * @example readLibrary([{ kind: 'filter', name: 'Long filter', 'Fineness (µm)': '40' }], 'us')[0].data.part.micron // => 40
 */
export function readLibrary(rows: readonly Cells[], system: UnitSystem): LibraryRow[] {
  const groups: { kind: string; name: string; lines: number[]; rows: Cells[] }[] = [];
  rows.forEach((row, i) => {
    const cells = Object.fromEntries(Object.entries(row).map(([k, v]) => [k.trim(), String(v ?? '').trim()]));
    const of = (heading: string) =>
      Object.entries(cells).find(([k]) => k.toLowerCase() === heading)?.[1] ?? '';
    const [kind, name] = [of('kind').toLowerCase(), of('name')];
    const last = groups.at(-1);
    // Curve points of one pump stand under each other, its name in each line or in the first alone.
    const goesOn =
      last?.kind === 'pump' && (kind === '' || kind === 'pump') && (name === '' || name === last.name);
    if (goesOn) {
      last.lines.push(i + 2);
      last.rows.push(cells);
    } else groups.push({ kind, name, lines: [i + 2], rows: [cells] });
  });
  const seen = new Set<string>();
  return groups.map(({ kind, name, lines, rows: own }) => {
    const row = (data: LibraryData | null, trouble: string | null): LibraryRow => ({
      lines,
      name,
      data,
      trouble,
    });
    if (name === '' || name.length > NAME_LENGTH)
      return row(null, `A name of 1 to ${NAME_LENGTH} characters is needed.`);
    if (seen.has(name.toLowerCase())) return row(null, 'The name stands in the sheet twice: rename one.');
    seen.add(name.toLowerCase());
    const read = kind === 'injectors' ? injectorsOf(own[0]!, system) : partOf(kind, name, own, system);
    if (typeof read === 'string') return row(null, read);
    const checked = checkLibrary(read);
    return checked.ok ? row(checked.value, null) : row(null, checked.errors[0]!.message);
  });
}

/** Kinds by what they are called in the trays. */
const OFFERS = new Map(
  NEW_PARTS.filter((p) => p.key !== 'run').map((p) => [p.name.toLowerCase(), p] as const),
);
export const LIBRARY_KINDS: readonly string[] = [...[...OFFERS.values()].map((p) => p.name), 'Injectors'];

function partOf(
  kind: string,
  name: string,
  rows: readonly Cells[],
  system: UnitSystem,
): LibraryData | string {
  if (kind === 'pump') return pumpOf(name, rows, system);
  const offer = OFFERS.get(kind);
  if (!offer)
    return `"${shortened(kind, 30)}" is no kind of part: ${LIBRARY_KINDS.join(', ').toLowerCase()}.`;
  const part = { ...offer.make(), name };
  if (part.kind === 'run') return 'Hose is bought by its kind and size.';
  const figures = figuresIn(formAt(jobHolding({ kind: 'part', part }).doc, PART), rows[0]!, system, [
    'kind',
    'name',
  ]);
  return typeof figures === 'string' ? figures : { kind: 'part', part: { ...part, ...figures } };
}

function injectorsOf(row: Cells, system: UnitSystem): LibraryData | string {
  const { injectors } = fullReturnJob('x').brief;
  const fields = formAt(fullReturnJob('x'), INJECTORS).filter((f) => f.key !== 'count');
  const figures = figuresIn(fields, row, system, ['kind', 'name']);
  if (typeof figures === 'string') return figures;
  if (!('staticFlowM3s' in figures))
    return 'Flow of one, static is missing: that is what injectors are sold by.';
  return { kind: 'injectors', injectors: { ...injectors, ...figures } };
}

/** “Loss at 400 L/h, clean (psi)” → name and unit. */
function headingOf(heading: string): { readonly called: string; readonly unit: string } {
  const match = /^(.*?)\s*[([]([^)\]]*)[)\]]\s*$/.exec(heading);
  return match
    ? { called: match[1]!.toLowerCase(), unit: match[2]! }
    : { called: heading.trim().toLowerCase(), unit: '' };
}

/** Figures and choices of a line by what the forms call them; a column nobody knows is told, not passed over. */
function figuresIn(
  fields: readonly FormField[],
  row: Cells,
  system: UnitSystem,
  known: readonly string[],
): Record<string, unknown> | string {
  const out: Record<string, unknown> = {};
  for (const [heading, cell] of Object.entries(row)) {
    const { called, unit } = headingOf(heading);
    if (known.includes(called) || cell === '') continue;
    const field = fields.find((f) => f.label.toLowerCase() === called);
    // Columns of other kinds stay empty in this line; a figure under a heading that is none of this kind's is a slip.
    if (!field) return `"${shortened(heading, 40)}" is nothing that is asked of this kind.`;
    const value = valueOf(field, cell, unit, system);
    if ('trouble' in value) return `${field.label}: ${value.trouble}`;
    out[field.key] = value.value;
  }
  return out;
}

/** Dimensions without units to choose from. */
const BARE: ReadonlySet<string> = new Set(['count', 'coefficient']);

function valueOf(
  field: FormField,
  cell: string,
  unit: string,
  system: UnitSystem,
): { readonly value: unknown } | { readonly trouble: string } {
  switch (field.as) {
    case 'number': {
      const { dimension } = field.field;
      // “Fineness (µm)”: a bare count is told in one unit only.
      const said = BARE.has(dimension) || unit === '' ? cell : `${cell} ${unit}`;
      const read = parseQuantity(dimension, said, system, field.field);
      return read.ok ? { value: read.value } : { trouble: read.errors[0]!.message };
    }
    case 'choice': {
      const option = field.options.find((o) => o.label.toLowerCase() === cell.toLowerCase());
      return option
        ? { value: option.value }
        : {
            trouble: `"${shortened(cell, 30)}" is none of ${field.options
              .map((o) => o.label)
              .slice(0, 12)
              .join(', ')}`,
          };
    }
    case 'flag':
      if ([field.yes, 'yes', 'y'].includes(cell.toLowerCase())) return { value: true };
      return [field.no, 'no', 'n'].includes(cell.toLowerCase())
        ? { value: false }
        : { trouble: `${field.yes} or ${field.no}` };
    case 'text':
      return { value: cell };
    case 'other':
      return { trouble: 'cannot be given in a sheet' };
  }
}

const CURVE = ['volts', 'pressure', 'flow', 'current'] as const;
const USUAL_VOLTS = '13.5';

/** A pump of its curve points, volts by volts; the rest is usual for its type. */
function pumpOf(name: string, rows: readonly Cells[], system: UnitSystem): LibraryData | string {
  const headings = Object.keys(rows[0]!);
  const column = (what: string) => headings.find((h) => headingOf(h).called === what);
  const at = Object.fromEntries(CURVE.map((c) => [c, column(c)]));
  for (const c of ['pressure', 'flow', 'current'] as const)
    if (at[c] === undefined) return `A column ${c} is needed: a pump is its curve.`;
  const byVolts = new Map<string, Cells[]>();
  for (const row of rows) {
    const volts = row[at['volts'] ?? ''] || USUAL_VOLTS;
    byVolts.set(volts, [...(byVolts.get(volts) ?? []), row]);
  }
  const usual = { pressure: 'psi', flow: 'L/h', current: 'A' };
  const units = Object.fromEntries(
    (['pressure', 'flow', 'current'] as const).map((c) => [c, headingOf(at[c]!).unit || usual[c]]),
  );
  const curves: PumpCurve[] = [];
  for (const [volts, own] of byVolts) {
    const table = {
      rows: own.map((r) => [r[at['pressure']!] ?? '', r[at['flow']!] ?? '', r[at['current']!] ?? '']),
      delimiter: ',',
      characters: 0,
    };
    const read = readPumpCurve(table, Number(volts), units);
    if (!read.curve)
      return read.problem ?? read.rows.find((r) => r.problem)?.problem ?? 'The curve cannot be read.';
    curves.push(read.curve);
  }
  const { catalogueId: _, ...like } = makePump('T340', 0);
  const doc = jobHolding({ kind: 'part', part: like }).doc;
  const given = figuresIn(formAt(doc, PART), rows[0]!, system, ['kind', 'name', ...CURVE]);
  if (typeof given === 'string') return given;
  const [curve, ...more] = curves.map((c) => ({
    volts: c.volts,
    pressures: [...c.pressures],
    flows: [...c.flows],
    currents: [...c.currents],
  }));
  const pump = {
    ...like,
    name,
    curve: curve!,
    ...(more.length > 0 ? { moreCurves: more } : {}),
    ...given,
  } as Pump;
  return { kind: 'part', part: { ...pump, ...fittingMotor(pump), ...given } as Pump };
}

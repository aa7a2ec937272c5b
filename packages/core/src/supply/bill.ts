import { highPressurePumps } from '../document/consumers.ts';
import type { JobDocument, Vent } from '../document/job-document.ts';
import { BILL_GROUPS, billLine, type BillGroup, type BillLine } from '../kinds/bill-line.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import { DASH_WRENCHES } from '../kinds/plumbing/run/hoses.ts';
import { endName, hoseLine } from '../kinds/plumbing/run/lines.ts';
import { joiningLines } from './joining/lines.ts';
import { mountLines } from './mounts.ts';
import { wiringLines } from './wiring-lines.ts';

export { BILL_GROUPS, type BillGroup, type BillLine } from '../kinds/bill-line.ts';

/**
 * What the plan implies must be on the bench: components, hose by kind and size, ends, adapters and seals of every joint,
 * plugs, wire, terminals, fuses, relays, switches, consumables. Ports nobody has named are taken as their kind usually has them.
 * @param doc job document
 * @returns lines, equal parts added up; lengths in m as they are cut, with what a cut takes
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice; threads SAE J514 / J1926 (from memory)
 * @example billOfMaterials(fullReturnJob('x')).some((l) => l.part.includes('-8')) // => true
 */
export function billOfMaterials(doc: JobDocument): BillLine[] {
  return withSpares(
    merge([
      ...partLines(doc),
      ...junctionLines(doc),
      ...mountLines(doc),
      ...joiningLines(doc),
      ...injectorLines(doc),
      ...wiringLines(doc),
    ]),
  );
}

/** What is torn, dropped or blown while the car is in pieces and the shop is shut. */
const SPARED = /^(?:O-ring|Sealing washer|Fuse \d|Injector O-ring|Flange gasket)/;

/** One more of each ring, washer, gasket and fuse than the plan takes. */
const withSpares = (lines: readonly BillLine[]): BillLine[] =>
  lines.map((l) =>
    SPARED.test(l.part)
      ? { ...l, quantity: l.quantity + 1, note: [l.note, 'one of them to spare'].filter(Boolean).join('; ') }
      : l,
  );

function partLines(doc: JobDocument): BillLine[] {
  const { elements, paths } = doc.plumbing;
  const { ethanol } = doc.brief.fuel;
  const placed = new Set(Object.values(paths).flatMap((p) => p.order));
  const lines = (id: string, inlets: number): BillLine[] => {
    const e = elements[id];
    return e ? plumbingKind(e).lines(e, { ethanol, inlets }) : [];
  };
  return [
    ...Object.values(paths).flatMap((p) =>
      p.order.flatMap((id, i) => lines(id, i === 0 ? inletsAt(doc, p.from) : 1)),
    ),
    ...Object.keys(elements).flatMap((id) => (placed.has(id) ? [] : lines(id, 1))),
  ];
}

/** Two seals an injector, new each time the rail comes off; the high side of a direct-injected engine is not opened here. */
function injectorLines(doc: JobDocument): BillLine[] {
  if (highPressurePumps(doc).length > 0) return [];
  const count = 2 * doc.brief.injectors.count;
  return [billLine('seals', 'Injector O-ring, top or bottom', count, 'each', 'film of oil, new each time')];
}

/** Lines that come together where a path begins, where its first part has inlets of its own. */
function inletsAt({ plumbing }: JobDocument, from: string): number {
  const j = plumbing.junctions[from];
  if (j?.kind !== 'tee' || j.form !== 'ports') return 1;
  return Math.max(1, Object.values(plumbing.paths).filter((p) => p.to === from).length);
}

/** Tees and Ys by the sizes that meet there, a fuel cell, and what vents it. */
function junctionLines({ plumbing }: JobDocument): BillLine[] {
  const { junctions, paths, elements, vents = {} } = plumbing;
  const dashAt = (id: string | undefined): number[] => {
    const e = elements[id ?? ''];
    return e?.kind === 'run' ? [e.dash] : [];
  };
  const meeting = (id: string): number[] =>
    Object.values(paths)
      .flatMap((p) => [
        ...(p.from === id ? dashAt(p.order[0]) : []),
        ...(p.to === id ? dashAt(p.order.at(-1)) : []),
      ])
      .sort((a, b) => b - a);
  return [
    ...Object.entries(junctions).flatMap(([id, j]) => junctionKind(j).lines(j, { dashes: meeting(id) })),
    ...Object.values(vents).flatMap((v) => [
      hoseLine(v, v.lengthM),
      ...ventEnds(v),
      ...(v.rolloverValve ? [billLine('components', `Rollover valve, -${v.dash}`, 1, 'each', v.name)] : []),
    ]),
  ];
}

/** Made on at both ends, as any line of its kind; a tube by nut and sleeve. */
const ventEnds = (v: Vent): BillLine[] => [
  billLine('ends', endName(v, 'straight'), 2, 'each', `wrench ${DASH_WRENCHES[v.dash]} in`),
];

const GROUPS = Object.keys(BILL_GROUPS) as readonly BillGroup[];

function merge(lines: readonly BillLine[]): BillLine[] {
  const byPart = new Map<string, BillLine>();
  for (const l of lines) {
    const key = `${l.group}|${l.part}|${l.unit}`;
    const other = byPart.get(key);
    if (!other) byPart.set(key, l);
    else
      byPart.set(key, {
        ...other,
        quantity: other.quantity + l.quantity,
        ...(other.toMeasure || l.toMeasure ? { toMeasure: (other.toMeasure ?? 0) + (l.toMeasure ?? 0) } : {}),
        note:
          l.note && !other.note.split('; ').includes(l.note)
            ? [other.note, l.note].filter(Boolean).join('; ')
            : other.note,
        ...(l.problem ? { problem: l.problem } : {}),
      });
  }
  return [...byPart.values()].sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group));
}

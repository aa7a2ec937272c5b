import { billLine, type BillGroup, type BillLine } from '../kinds/bill-line.ts';
import { HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import type { JobDocument } from '../document/job-document.ts';
import { segmentKind } from '../kinds/wiring/index.ts';
import { segmentsOf } from '../engine/electric/circuits.ts';

export type { BillGroup, BillLine } from '../kinds/bill-line.ts';

/**
 * What the plan implies must be on the bench: components, hose by kind and size, ends, port adapters, seals, wire,
 * fuses, relays. Every component port is taken as an O-ring boss of the size of the hose that meets it.
 * @param doc job document
 * @returns lines, equal parts added up; lengths in m with cutting allowance
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice; threads SAE J514 / J1926 (from memory)
 * @example billOfMaterials(fullReturnJob('x')).some((l) => l.part.includes('-8')) // => true
 */
export function billOfMaterials(doc: JobDocument): BillLine[] {
  return merge([...plumbingLines(doc), ...wiringLines(doc)]);
}

function plumbingLines(doc: JobDocument): BillLine[] {
  const { elements, paths } = doc.plumbing;
  const { ethanol } = doc.brief.fuel;
  const placed = new Set(Object.values(paths).flatMap((p) => p.order));
  const loose = Object.keys(elements).filter((id) => !placed.has(id));
  const lines = (order: readonly string[], from?: string): BillLine[] =>
    order.flatMap((id, i) => {
      const e = elements[id];
      return e
        ? plumbingKind(e).lines(e, {
            ethanol,
            before: elements[order[i - 1] ?? ''],
            after: elements[order[i + 1] ?? ''],
            inlets: i === 0 ? inletsAt(doc, from) : 1,
          })
        : [];
    });
  return [
    ...Object.values(paths).flatMap((p) => lines(p.order, p.from)),
    ...junctionLines(doc),
    ...loose.flatMap((id) => lines([id])),
  ];
}

/** Lines that come together where a path begins, where its first part has inlets of its own. */
function inletsAt({ plumbing }: JobDocument, from: string | undefined): number {
  const j = plumbing.junctions[from ?? ''];
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
      billLine('hose', `${HOSE_KINDS[v.hose].name}, -${v.dash}`, v.lengthM, 'm', v.name),
      ...(v.rolloverValve ? [billLine('components', `Rollover valve, -${v.dash}`, 1, 'each', v.name)] : []),
    ]),
  ];
}

function wiringLines(doc: JobDocument): BillLine[] {
  return Object.values(doc.wiring.circuits).flatMap((circuit) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(circuit, side).flatMap(({ segment }) => segmentKind(segment).lines(segment)),
    ),
  );
}

const GROUPS: readonly BillGroup[] = [
  'components',
  'hose',
  'ends',
  'adapters',
  'seals',
  'wire',
  'electrical',
];

function merge(lines: readonly BillLine[]): BillLine[] {
  const byPart = new Map<string, BillLine>();
  for (const l of lines) {
    const key = `${l.group}|${l.part}|${l.unit}`;
    const other = byPart.get(key);
    const note =
      other && l.note && !other.note.includes(l.note) ? `${other.note}; ${l.note}` : (other?.note ?? l.note);
    byPart.set(key, other ? { ...other, quantity: other.quantity + l.quantity, note } : l);
  }
  return [...byPart.values()].sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group));
}

import { highPressurePumps, injectorsRefitted } from '../document/consumers.ts';
import type { JobDocument, Vent } from '../document/job-document.ts';
import { BILL_GROUPS, billLine, type BillGroup, type BillLine } from '../kinds/bill-line.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import { endsOf } from '../kinds/plumbing/run/end-sizes.ts';
import { endName, endNote, hoseLine } from '../kinds/plumbing/run/lines.ts';
import { connectionsOf } from './joining/connections.ts';
import { FACES, type FaceId } from '../kinds/ports/faces.ts';
import { JOINT_RULES } from './joining/joint-rules.ts';
import { formatQuantity } from '../quantities/format.ts';
import { isUs, type UnitSystem } from '../quantities/units.ts';
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
  const lines = (id: string, inlets: number, next?: string): BillLine[] => {
    const e = elements[id];
    const checkFollows = elements[next ?? '']?.kind === 'check-valve';
    return e ? plumbingKind(e).lines(e, { ethanol, inlets, checkFollows }) : [];
  };
  return [
    ...Object.values(paths).flatMap((p) =>
      p.order.flatMap((id, i) => lines(id, i === 0 ? inletsAt(doc, p.from) : 1, p.order[i + 1])),
    ),
    ...Object.keys(elements).flatMap((id) => (placed.has(id) ? [] : lines(id, 1))),
  ];
}

/** Injectors that are bought, and two seals each, new each time the rail comes off; none where the rail stays as it is. */
function injectorLines(doc: JobDocument): BillLine[] {
  const { injectors } = doc.brief;
  const direct = highPressurePumps(doc).length > 0;
  return [
    ...(direct || injectors.existing === true
      ? []
      : [
          billLine(
            'components',
            `Injector, ${injectorFigures(injectors)}`,
            injectors.count,
            'each',
            injectors.fromLibrary?.name ?? 'match plug and length to the rail and the manifold',
          ),
        ]),
    ...(injectorsRefitted(doc)
      ? [
          billLine(
            'seals',
            'Injector O-ring, top or bottom',
            2 * injectors.count,
            'each',
            'film of oil, new each time',
          ),
        ]
      : []),
  ];
}

/** Flow in both units it is sold by, and the pressure it is rated at. */
function injectorFigures({ staticFlowM3s, ratedPa }: JobDocument['brief']['injectors']): string {
  const figure = (dimension: 'injectorFlow' | 'pressure', value: number, system: UnitSystem): string =>
    // A tenth of a psi: 300 kPa is neither 43 nor 44.
    formatQuantity(dimension, value, system, dimension === 'pressure' && isUs(system) ? 1 : 0).text;
  const both = (dimension: 'injectorFlow' | 'pressure', value: number): string =>
    `${figure(dimension, value, 'us')} (${figure(dimension, value, 'metric')})`;
  return `${both('injectorFlow', staticFlowM3s)} at ${both('pressure', ratedPa)}`;
}

/** Lines that come together where a path begins, where its first part has inlets of its own. */
function inletsAt({ plumbing }: JobDocument, from: string): number {
  const j = plumbing.junctions[from];
  if (j?.kind !== 'tee' || j.form !== 'ports') return 1;
  return Math.max(1, Object.values(plumbing.paths).filter((p) => p.to === from).length);
}

/** Tees and Ys by the ports that meet there, a fuel cell, and what vents it. */
function junctionLines(doc: JobDocument): BillLine[] {
  const { junctions, vents = {} } = doc.plumbing;
  const connections = connectionsOf(doc);
  const legs = (id: string): FaceId[] =>
    connections.flatMap(({ from, to }) => [from, to].flatMap((side) => (side.id === id ? [side.face] : [])));
  return [
    ...Object.entries(junctions).flatMap(([id, j]) => junctionKind(j).lines(j, { legs: legs(id) })),
    ...Object.values(vents).flatMap((v) => [
      hoseLine(v, v.lengthM),
      ...ventEnds(v),
      ...(v.rolloverValve ? [billLine('components', `Rollover valve, -${v.dash}`, 1, 'each', v.name)] : []),
    ]),
  ];
}

const { clamp } = JOINT_RULES;

/** Made on at both ends, as any line of its kind: clamps on a barb, a hose end, a tube by nut and sleeve. */
const ventEnds = (v: Vent): BillLine[] =>
  endsOf({ hose: v.hose, ends: ['straight', 'straight'] }).flatMap((end) =>
    end === 'open'
      ? [billLine('seals', clamp.seal!(FACES[`hose-${v.dash}`], 0), clamp.seals, 'each', v.name)]
      : [billLine('ends', endName(v, end), 1, 'each', endNote(v, end))],
  );

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

import { consumersOf } from '../../document/consumers.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import type { FindingContext, FindingRule } from '../context.ts';

/** What is missing or loose: one of these codes each. */
export type BrokenCode =
  | 'OPEN_PATH'
  | 'EMPTY_PATH'
  | 'MISSING_PART'
  | 'UNCONNECTED'
  | 'NO_PUMP'
  | 'NO_REGULATOR'
  | 'NO_RAIL'
  | 'NO_CIRCUIT'
  | 'NO_GROUND';
export type Broken = Found<
  BrokenCode,
  {
    /** Id that leads nowhere. */
    readonly missing: string;
    /** The part it is about, where the place is its circuit. */
    readonly part: string;
    /** In how many paths a part stands. */
    readonly times: number;
  }
>;

const broken = (
  code: BrokenCode,
  place: Place,
  stage: Found['stage'],
  figures: Partial<Broken['figures']> = {},
): Broken => ({
  code,
  severity: 'stop',
  stage,
  place,
  dimension: 'count',
  value: 0,
  limit: 1,
  figures: { missing: '', part: '', times: 0, ...figures },
});

const SYSTEM: Place = { of: 'subject', id: 'plumbing', name: 'Plumbing' };

/** Things missing or loose: found at the place, while the rest still computes. */
export const structureRule: FindingRule<Broken> = (context) => [
  ...paths(context),
  ...parts(context),
  ...system(context),
  ...circuits(context),
];

function paths({ doc }: FindingContext): Broken[] {
  const { junctions, elements } = doc.plumbing;
  return Object.entries(doc.plumbing.paths).flatMap(([id, path]) => {
    const place: Place = { of: 'path', id, name: path.name };
    return [
      ...[path.from, path.to].flatMap((end) =>
        junctions[end] ? [] : [broken('OPEN_PATH', place, 'plumb', { missing: end })],
      ),
      ...(path.order.length === 0 ? [broken('EMPTY_PATH', place, 'plumb')] : []),
      ...path.order.flatMap((e) =>
        elements[e] ? [] : [broken('MISSING_PART', place, 'plumb', { missing: e })],
      ),
    ];
  });
}

/** Each part belongs in exactly one path. */
function parts({ doc }: FindingContext): Broken[] {
  const placed = new Map<string, number>();
  for (const path of Object.values(doc.plumbing.paths))
    for (const e of path.order) placed.set(e, (placed.get(e) ?? 0) + 1);
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]) => {
    const times = placed.get(id) ?? 0;
    return times === 1 ? [] : [broken('UNCONNECTED', { of: 'part', id, name: e.name }, 'plumb', { times })];
  });
}

function system({ doc }: FindingContext): Broken[] {
  const { junctions, elements } = doc.plumbing;
  const kinds = Object.values(elements).map((e) => e.kind);
  const driven = Object.values(elements).some((e) => e.kind === 'pump' && e.driver);
  const factory = Object.values(junctions).some((j) => j.kind === 'factory');
  return [
    ...(!kinds.includes('pump') && !factory ? [broken('NO_PUMP', SYSTEM, 'plumb')] : []),
    ...(!factory && !driven && !kinds.includes('bypass-regulator') && !kinds.includes('blocking-regulator')
      ? [broken('NO_REGULATOR', SYSTEM, 'plumb')]
      : []),
    ...(consumersOf(doc).length > 0 ? [] : [broken('NO_RAIL', SYSTEM, 'plumb')]),
  ];
}

/** Every pump needs a way to its volts and a way back. */
function circuits({ doc }: FindingContext): Broken[] {
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]) => {
    if (e.kind !== 'pump') return [];
    const found = Object.entries(doc.wiring.circuits).find(([, c]) => c.loadId === id);
    const place: Place = found
      ? { of: 'circuit', id: found[0], name: found[1].name }
      : { of: 'part', id, name: e.name };
    if (!found || found[1].feed.length === 0) return [broken('NO_CIRCUIT', place, 'wire', { part: e.name })];
    return found[1].ground.length === 0 ? [broken('NO_GROUND', place, 'wire', { part: e.name })] : [];
  });
}

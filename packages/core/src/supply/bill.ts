import { ENDS } from '../kinds/plumbing/run/fittings.ts';
import { DASH_THREADS, DASH_WRENCHES, HOSE_KINDS, type Dash } from '../kinds/plumbing/run/hoses.ts';
import type { JobDocument } from '../document/job-document.ts';
import { wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { segmentsOf, wireLength } from '../engine/electric/circuits.ts';

export type BillGroup = 'components' | 'hose' | 'ends' | 'adapters' | 'seals' | 'wire' | 'electrical';

export interface BillLine {
  readonly group: BillGroup;
  readonly part: string;
  readonly quantity: number;
  /** "each", or "m" for hose and wire. */
  readonly unit: 'each' | 'm';
  /** Where it goes, or what to watch. */
  readonly note: string;
  /** Set when the part does not suit this job. */
  readonly problem?: string;
}

/** Squaring both ends and one cut that went wrong, m per hose. */
const CUT_ALLOWANCE = 0.1;
/** Terminations and a service loop, m per wire. */
const WIRE_ALLOWANCE = 0.2;

/**
 * What the plan implies must be on the bench: components, hose by kind and size, ends, port adapters, seals, wire,
 * fuses, relays. Every component port is taken as an O-ring boss of the size of the hose that meets it.
 * @param doc job document
 * @returns lines, equal parts added up; lengths in m with cutting allowance
 * @throws nothing
 * @source common practice; threads SAE J514 / J1926 (from memory)
 * @example billOfMaterials(fullReturnJob('x')).some((l) => l.part.includes('-8')) // => true
 */
export function billOfMaterials(doc: JobDocument): BillLine[] {
  return merge([...componentLines(doc), ...runLines(doc), ...wiringLines(doc)]);
}

const line = (
  group: BillGroup,
  part: string,
  quantity: number,
  unit: BillLine['unit'],
  note = '',
  problem?: string,
): BillLine => ({
  group,
  part,
  quantity,
  unit,
  note,
  ...(problem ? { problem } : {}),
});

function componentLines(doc: JobDocument): BillLine[] {
  return Object.values(doc.plumbing.elements).flatMap((e): BillLine[] => {
    switch (e.kind) {
      case 'run':
        return [];
      case 'filter': {
        const paper = e.media === 'paper' && doc.brief.fuel.ethanol > 0.2;
        return [
          line(
            'components',
            `${e.name}, ${e.micron} µm, ${e.media.replace('-', ' ')}`,
            1,
            'each',
            '',
            paper ? 'paper does not last in ethanol' : undefined,
          ),
        ];
      }
      case 'blocking-regulator':
      case 'bypass-regulator':
        return [
          line(
            'components',
            `${e.name}, ${e.kind === 'blocking-regulator' ? 'blocking' : 'bypass'}, 1:${e.ratio}, Cv ${e.cv}`,
            1,
            'each',
            'gauge and reference port clocked toward the eye',
          ),
          ...(e.referenced
            ? [
                line(
                  'components',
                  'Reference hose, vacuum and boost rated, with two clamps',
                  1,
                  'each',
                  'from the manifold behind the throttle',
                ),
              ]
            : []),
        ];
      case 'pump':
        return [line('components', e.name, 1, 'each', 'on rubber isolators')];
      default:
        return [line('components', e.name, 1, 'each')];
    }
  });
}

function runLines(doc: JobDocument): BillLine[] {
  const ethanol = doc.brief.fuel.ethanol;
  const seal = ethanol > 0 ? 'FKM (gasoline and ethanol)' : 'FKM or nitrile';
  const out: BillLine[] = [];
  for (const path of Object.values(doc.plumbing.paths)) {
    path.order.forEach((id, i) => {
      const e = doc.plumbing.elements[id];
      if (e?.kind !== 'run' || e.existing) return;
      const kind = HOSE_KINDS[e.hose];
      const problem = ethanol > kind.maxEthanol + 1e-9 ? kind.fuelReason : undefined;
      out.push(line('hose', `${kind.name}, -${e.dash}`, e.lengthM + CUT_ALLOWANCE, 'm', e.name, problem));
      e.ends.forEach((end, side) => {
        if (end === 'open') return;
        out.push(
          line(
            'ends',
            `Hose end -${e.dash}, ${ENDS[end].name}, for ${kind.ends === 'barb' ? 'barbed hose' : kind.name}`,
            1,
            'each',
            `wrench ${DASH_WRENCHES[e.dash]} in`,
          ),
        );
        if (end === 'quick') return;
        const neighbour = doc.plumbing.elements[path.order[side === 0 ? i - 1 : i + 1] ?? ''];
        // Two runs meet at a union; everything else is taken as a boss port.
        if (neighbour?.kind === 'run') {
          if (side === 0)
            out.push(
              line(
                'adapters',
                `Union -${e.dash} flare to -${neighbour.dash} flare`,
                1,
                'each',
                DASH_THREADS[e.dash],
              ),
            );
          return;
        }
        out.push(
          line(
            'adapters',
            `Port adapter -${e.dash} flare to -${e.dash} O-ring boss`,
            1,
            'each',
            `thread ${DASH_THREADS[e.dash]}`,
          ),
        );
        out.push(line('seals', `O-ring -9${pad(e.dash)}, ${seal}`, 1, 'each', 'film of oil, new each time'));
      });
    });
  }
  return out;
}

const pad = (dash: Dash): string => String(dash).padStart(2, '0');

function wiringLines(doc: JobDocument): BillLine[] {
  return Object.values(doc.wiring.circuits).flatMap((circuit) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(circuit, side).flatMap(({ segment: s }): BillLine[] => {
        switch (s.kind) {
          case 'wire': {
            const clad = s.conductor === 'copper-clad';
            const what = `Wire ${wireSizeName(s.size)}, ${clad ? 'copper-clad aluminum' : 'copper'}, ${s.color || 'any color'}`;
            return [
              line(
                'wire',
                what,
                wireLength(s) + WIRE_ALLOWANCE,
                'm',
                s.name,
                clad ? 'not in a pump feed' : undefined,
              ),
            ];
          }
          case 'fuse':
            return [
              line('electrical', `Fuse ${s.ratingA} A`, 1, 'each', 'and one spare'),
              line(
                'electrical',
                `Fuse holder, sealed, for ${s.ratingA} A`,
                1,
                'each',
                'within 7 in (175 mm) of the source',
              ),
            ];
          case 'relay':
            return [
              line(
                'electrical',
                `Relay ${s.ratingA} A, ${s.suppression === 'none' ? 'no suppression' : `${s.suppression} suppressed`}, with socket`,
                1,
                'each',
                s.name,
              ),
            ];
          case 'switch':
            return [line('electrical', `Switch, ${s.ratingA} A`, 1, 'each', s.name)];
          case 'connector':
            return [line('electrical', `Plug pair, sealed: ${s.name}`, 1, 'each')];
          case 'chassis':
            return [line('electrical', 'Ring terminal and star washer, chassis ground', 1, 'each', s.name)];
        }
      }),
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

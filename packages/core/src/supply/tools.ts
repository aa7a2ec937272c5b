import type { JobDocument } from '../document/job-document.ts';
import { endsOf } from '../kinds/plumbing/run/end-sizes.ts';
import { DASH_WRENCHES, HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
import { FACES } from '../kinds/ports/faces.ts';
import { billOfMaterials } from './bill.ts';
import { connectionsOf, tankPortOf } from './joining/connections.ts';
import { liesInTank } from '../document/in-tank.ts';
import { waysToForce } from '../harness/forcing.ts';
import { PSI } from '../quantities/constants.ts';

/** Something to have at hand before the first line is opened. */
export interface Tool {
  readonly name: string;
  /** Sizes, or what it is for. */
  readonly what: string;
  readonly group: (typeof TOOL_GROUPS)[number];
}

export const TOOL_GROUPS = [
  'Before anything is opened',
  'Lines',
  'Joints',
  'Tank',
  'Wiring',
  'Test',
] as const;

/**
 * The tools a job wants, with their sizes, up front: nobody looks for a wrench under a car with fuel in it.
 * @param doc job document
 * @returns tools, group by group
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice; wrench sizes as usual for flare nuts
 * @example toolList(fullReturnJob('x'))[0].group // => 'Before anything is opened'
 */
export function toolList(doc: JobDocument): Tool[] {
  const tool = (group: Tool['group'], name: string, what: string): Tool => ({ group, name, what });
  return [
    tool('Before anything is opened', 'Fire extinguisher, class B', 'within reach'),
    tool('Before anything is opened', 'Eye protection and fuel-rated gloves', glovesFor(doc)),
    tool('Before anything is opened', 'Drain pan, caps and plugs', 'for every line that is opened'),
    ...lineTools(doc).map(([name, what]) => tool('Lines', name, what)),
    ...jointTools(doc).map(([name, what]) => tool('Joints', name, what)),
    ...tankTools(doc).map(([name, what]) => tool('Tank', name, what)),
    ...wiringTools(doc).map(([name, what]) => tool('Wiring', name, what)),
    tool('Test', 'Fuel pressure gauge', `reads past ${gaugeFor(doc)} psi`),
    tool('Test', 'Multimeter', 'reads 0.01 V and 0.1 Ω'),
    tool('Test', 'Hand pump for pressure and vacuum', 'on the regulator’s reference port'),
    ...forcingTools(doc).map(([name, what]) => tool('Test', name, what)),
  ];
}

type Named = readonly [name: string, what: string];

const glovesFor = ({ brief }: JobDocument): string =>
  brief.fuel.ethanol > 0.3 ? 'rated for ethanol' : 'rated for gasoline';

/** What a pump is forced with, where that is not in the car. */
const forcingTools = (doc: JobDocument): Named[] => {
  const ways = waysToForce(doc);
  const pumps = (kind: string): string => ways.flatMap((w) => (w.with === kind ? [w.name] : [])).join(', ');
  return [
    ...(pumps('fused jumper') ? [['Fused jumper wire', `to force ${pumps('fused jumper')}`] as Named] : []),
    ...(pumps('controller software')
      ? [['Scan tool or the controller’s software', `to force ${pumps('controller software')}`] as Named]
      : []),
  ];
};

/** Gauges come to 100, 150 and 200 psi: half again over the highest rail. */
function gaugeFor({ brief }: JobDocument): number {
  const boost = Math.max(0, ...brief.pull.map((p) => p.boostPa));
  const highest = (1.3 * (brief.basePressurePa + boost)) / PSI;
  return [60, 100, 150, 200].find((v) => v >= highest) ?? 300;
}

function lineTools(doc: JobDocument): Named[] {
  const fresh = Object.values(doc.plumbing.elements).flatMap((e) =>
    e.kind === 'run' && !e.existing ? [e] : [],
  );
  const sizes = (of: typeof fresh): string =>
    [...new Set(of.map((r) => r.dash))]
      .sort((a, b) => a - b)
      .map((d) => `-${d}`)
      .join(', ');
  const hasEnds = (r: (typeof fresh)[number]) => endsOf(r).some((end) => end !== 'open');
  const by = (ends: string) => fresh.filter((r) => HOSE_KINDS[r.hose].ends === ends);
  const [screwed, barbed, tube] = [by('reusable').filter(hasEnds), by('barb').filter(hasEnds), by('flare')];
  const flared = tube.filter((r) => endsOf(r).some((end) => end !== 'open' && end !== 'quick'));
  const tools: Named[] = [];
  if (screwed.length > 0)
    tools.push(
      ['Hose cutter: abrasive wheel or sharp shears', `tape round the cut; ${sizes(screwed)}`],
      ['Vise with soft jaws, aluminum wrenches', 'the anodizing marks easily'],
    );
  if (screwed.some((r) => r.hose === 'ptfe'))
    tools.push(['Small round driver', 'to open the braid for the olive']);
  if (barbed.length > 0) tools.push(['Hot water or a press for barbs', sizes(barbed)]);
  if (tube.length > 0) tools.push(['Tube cutter, deburring tool, bender', sizes(tube)]);
  if (flared.length > 0)
    tools.push(['Flaring tool, 37° single flare', `not a 45° brake flare; ${sizes(flared)}`]);
  return [...tools, ['Clean compressed air and lint-free swabs', 'every line is cleaned inside']];
}

function jointTools(doc: JobDocument): Named[] {
  const joined = connectionsOf(doc).flatMap((c) => (c.kept ? [] : c.meetings));
  const dashes = [
    ...new Set(
      joined.flatMap((m) => {
        const { size, family } = FACES[m.face];
        return typeof size === 'number' && (family === 'flare' || family === 'orb') ? [size] : [];
      }),
    ),
  ].sort((a, b) => a - b);
  const wrenches = [...new Set(dashes.map((d) => `${DASH_WRENCHES[d]} in (-${d})`))];
  const families = new Set(joined.map((m) => FACES[m.face].family));
  return [
    ...(wrenches.length > 0 ? [['Two wrenches of each, open end', wrenches.join(', ')] as Named] : []),
    ...(families.has('npt') ? [['Taper taps and their drills', 'only where a hole is made'] as Named] : []),
    ...(families.has('quick') ? [['Release tool for quick connectors', 'by the line’s size'] as Named] : []),
    ['Torque wrench or a flats card', 'as each joint asks'],
    ['Paint marker', 'every tightened joint'],
  ];
}

function tankTools(doc: JobDocument): Named[] {
  const inTank = Object.values(doc.plumbing.paths).some((p) =>
    p.order.some((_, at) => liesInTank(doc, p, p.order, at)),
  );
  const connections = connectionsOf(doc).filter((c) => !c.kept);
  const opens = inTank || connections.some((c) => c.wall !== null);
  const held = opens || connections.some((c) => tankPortOf(doc, c) !== undefined);
  return [
    ...(opens ? [['Lock-ring tool that does not spark', 'brass or plastic'] as Named] : []),
    ...(held ? [['Jack and board under the tank', 'level run down first'] as Named] : []),
  ];
}

function wiringTools(doc: JobDocument): Named[] {
  const lines = billOfMaterials(doc);
  const terminals = lines.filter((l) => l.group === 'terminals');
  const wire = lines.filter((l) => l.group === 'wire');
  return wire.length === 0
    ? []
    : [
        [
          'Crimp tool for each kind of terminal',
          terminals.some((l) => /stud|lug/i.test(l.part)) ? 'and a press for cable lugs' : 'pull every crimp',
        ],
        [
          'Wire stripper',
          [...new Set(wire.map((l) => l.part.split(',')[0]!.replace('Wire ', '')))].join(', '),
        ],
        ['Heat gun', 'shrink goes on first'],
        ['Loom tape, grommets, labels', 'both ends before a loom comes apart'],
      ];
}

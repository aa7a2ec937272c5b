import { highPressurePumps } from '../document/consumers.ts';
import { inFlowOrder } from '../document/flow-order.ts';
import { liesInTank } from '../document/in-tank.ts';
import type { ElementOf, JobDocument } from '../document/job-document.ts';
import { wiringSheet } from '../harness/wiring-sheet.ts';
import { plumbingKind } from '../kinds/index.ts';
import { cutLength } from '../kinds/plumbing/run/end-sizes.ts';
import { ENDS } from '../kinds/plumbing/run/ends.ts';
import { HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
import { wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { capital } from '../quantities/text.ts';
import type { Dimension } from '../quantities/units.ts';
import { connectionsOf } from '../supply/joining/connections.ts';
import { jointList } from '../supply/joints.ts';
import type { CautionKind } from './contract.ts';
import { HOSE_STEPS } from './hose-steps.ts';

/** A figure of a step, SI. */
export interface StepFigure {
  readonly label: string;
  readonly dimension: Dimension;
  readonly value: number;
}

/** One step of the job sheet. */
export interface BuildStep {
  /** Steady across edits that leave the thing in place. */
  readonly id: string;
  readonly section: string;
  readonly does: string;
  readonly how?: string;
  readonly figures?: readonly StepFigure[];
  readonly caution?: CautionKind;
  /** Somebody else looks before it goes on, where the shop wants that. */
  readonly hold?: true;
  /** Something has to be waited for, s. */
  readonly timerS?: number;
  /** The length it was made to is written down; m go back into the plan. */
  readonly asksLength?: string;
  /** What is there after it, and what must be there before: names of things, for the order. */
  readonly makes: readonly string[];
  readonly needs: readonly string[];
}

type Draft = Omit<BuildStep, 'section' | 'makes' | 'needs'> & Partial<Pick<BuildStep, 'makes' | 'needs'>>;

/**
 * The job sheet: every step this job needs and no other, in the order of the work. From photo and label through tank, mounts,
 * hoses and routing to the one pass in which everything is tightened, then the wiring, the look at what clears what, and the
 * refit.
 * @param doc job document
 * @returns steps in order; each makes what later ones need
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example jobSheet(fullReturnJob('x'))[0].section // => 'Before it comes apart'
 */
export function jobSheet(doc: JobDocument): BuildStep[] {
  const section = (name: string, steps: readonly Draft[]): BuildStep[] =>
    steps.map((s) => ({ makes: [], needs: [], ...s, section: name }));
  return [
    ...section('Before it comes apart', FIRST),
    ...section('Make it safe', SAFE),
    ...section('Tank', tankSteps(doc)),
    ...section('Mounts', mountSteps(doc)),
    ...section('Make the lines', hoseSteps(doc)),
    ...section('Rails and injectors', railSteps(doc)),
    ...section('Route and clip', routeSteps(doc)),
    ...section('Start every thread by hand', startSteps(doc)),
    ...section('Tighten, in one pass', tightenSteps(doc)),
    ...section('Wiring', wiringSteps(doc)),
    ...section('Clear of everything', clearSteps(doc)),
    ...section('Back together', REFIT),
  ];
}

const FIRST: readonly Draft[] = [
  {
    id: 'photo',
    does: 'Photograph everything that will come apart',
    how: 'Lines, clips, plugs, the tank’s hat and its clocking, the old loom where it branches.',
    makes: ['photos'],
  },
  {
    id: 'label',
    does: 'Label both ends of every line and plug',
    how: 'Feed, return and vapor verified, not by color: colors differ by market and year.',
    needs: ['photos'],
    makes: ['labels'],
  },
];

const SAFE: readonly Draft[] = [
  {
    id: 'ventilate',
    does: 'Ventilate; class B extinguisher within reach; no flame, no spark, no trouble light',
    caution: 'fuel',
    makes: ['ventilated'],
  },
  {
    id: 'depressurize',
    does: 'Take the pressure off, cover the joint, then open it',
    how: 'Pump fuse or plug out, engine run until it stops or the service port bled into a rag. Eye protection and gloves rated for the fuel. Then wait: what is left comes out of the hose walls.',
    timerS: 300,
    caution: 'fuel',
    needs: ['ventilated', 'labels'],
    makes: ['no-pressure'],
  },
  {
    id: 'battery-off',
    does: 'Battery − off and tied back',
    caution: 'wiring',
    needs: ['no-pressure'],
    makes: ['safe'],
  },
];

/** Each thing once: a part may stand in two paths of a plan that is not finished yet. */
function once<T>(things: readonly T[], idOf: (thing: T) => string): T[] {
  const seen = new Set<string>();
  return things.filter((t) => !seen.has(idOf(t)) && seen.add(idOf(t)));
}

const runsOf = (doc: JobDocument): (readonly [string, ElementOf<'run'>])[] =>
  once(
    inFlowOrder(doc.plumbing.paths).flatMap(([, p]) =>
      p.order.flatMap((id) => {
        const e = doc.plumbing.elements[id];
        return e?.kind === 'run' ? [[id, e] as const] : [];
      }),
    ),
    ([id]) => id,
  );
const isMade = (e: ElementOf<'run'>): boolean => !e.existing && e.zone !== 'in-tank';

/** Parts in the order the fuel meets them, with whether they lie in the tank. */
const partsOf = (doc: JobDocument) =>
  once(
    inFlowOrder(doc.plumbing.paths).flatMap(([, path]) => {
      const order = path.order.filter((id) => doc.plumbing.elements[id]);
      return order.flatMap((id, at) => {
        const e = doc.plumbing.elements[id]!;
        return e.kind === 'run' ? [] : [{ id, e, inTank: liesInTank(doc, path, order, at) }];
      });
    }),
    (p) => p.id,
  );

function tankSteps(doc: JobDocument): Draft[] {
  const inside = partsOf(doc).filter((p) => p.inTank);
  const hoses = runsOf(doc).filter(([, e]) => e.zone === 'in-tank' && !e.existing);
  const walls = connectionsOf(doc).filter((c) => c.wall !== null && !c.kept);
  const vents = Object.entries(doc.plumbing.vents ?? {});
  if (inside.length + hoses.length + walls.length + vents.length === 0) return [];
  const opens = inside.length + hoses.length + walls.length > 0;
  return [
    ...(opens
      ? [
          {
            id: 'tank-low',
            does: 'Fuel level run down, tank supported by jack and board',
            caution: 'fuel' as const,
            needs: ['safe'],
            makes: ['tank-held'],
          },
          {
            id: 'tank-open',
            does: 'Clocking marked, hat open with a tool that makes no spark',
            needs: ['tank-held'],
            makes: ['tank-open'],
          },
        ]
      : []),
    ...hoses.map(([id, e]): Draft => ({
      id: `tank-hose:${id}`,
      does: `${e.name}: ${HOSE_KINDS[e.hose].name}, -${e.dash}`,
      how: 'Only hose that may lie in fuel; ends cut square, clamps of the kind that may lie in fuel.',
      figures: [{ label: 'Cut', dimension: 'tape', value: cutLength(e) }],
      needs: ['tank-open'],
      makes: [`line:${id}`],
    })),
    ...inside.map(({ id, e }): Draft => ({
      id: `tank-part:${id}`,
      does: `${e.name} in the tank`,
      how: 'Float and jet free, strainer off the floor by its foot, plugs made up under the hat before it closes.',
      needs: ['tank-open'],
      makes: [`part:${id}`],
    })),
    ...walls.map((c): Draft => ({
      id: `bulkhead:${c.id}`,
      does: `Bulkhead -${c.wall}, ${c.from.name} to ${c.to.name}`,
      how: 'Nut and two seals; deburr, no chips left inside.',
      needs: ['tank-open'],
      makes: [`bulkhead:${c.id}`],
    })),
    ...(opens
      ? [
          {
            id: 'tank-close',
            does: 'Stack height checked, new seal, hat closed to its mark',
            hold: true as const,
            needs: [
              'tank-open',
              ...inside.map((p) => `part:${p.id}`),
              ...hoses.map(([id]) => `line:${id}`),
              ...walls.map((c) => `bulkhead:${c.id}`),
            ],
            makes: ['tank-closed'],
          },
        ]
      : []),
    ...vents.map(([id, v]): Draft => ({
      id: `vent:${id}`,
      does: `${v.name}, -${v.dash}${v.rolloverValve ? ', with its rollover valve upright' : ''}`,
      how: 'Up from the tank without a low loop, out of the cabin, its end shielded.',
      needs: ['safe'],
      makes: [`vent:${id}`],
    })),
  ];
}

function mountSteps(doc: JobDocument): Draft[] {
  return partsOf(doc)
    .filter((p) => !p.inTank)
    .map(({ id, e }): Draft => {
      const bracket = plumbingKind(e).mount(e);
      return {
        id: `mount:${id}`,
        does: `${e.name}${bracket === null ? ' at hand, flow arrow looked at' : ` on its ${bracket.toLowerCase()}`}`,
        ...(bracket === null
          ? {}
          : {
              how: 'Mark through the part, look behind the panel before drilling, two fixings at least, edges painted. Ports and gauge clocked to be reached.',
            }),
        needs: ['safe'],
        makes: [`part:${id}`],
      };
    });
}

function hoseSteps(doc: JobDocument): Draft[] {
  return runsOf(doc)
    .filter(([, e]) => isMade(e))
    .map(([id, e]): Draft => ({
      id: `make:${id}`,
      does: `${e.name}: ${HOSE_KINDS[e.hose].name}, -${e.dash}, ${ENDS[e.ends[0]!].name} and ${ENDS[e.ends[1]!].name}`,
      how: HOSE_STEPS[e.hose],
      figures: [
        { label: 'Cut', dimension: 'tape', value: cutLength(e) },
        { label: 'Seat to seat', dimension: 'tape', value: e.lengthM },
      ],
      asksLength: id,
      needs: ['safe'],
      makes: [`line:${id}`],
    }));
}

function railSteps(doc: JobDocument): Draft[] {
  const high = highPressurePumps(doc);
  if (high.length > 0)
    return high.map(([id, j]): Draft => ({
      id: `high:${id}`,
      does: `${j.name}: its internals, where they are changed`,
      how: 'The loose nut tied so that it cannot fall; side of spring, keepers and sleeve noted; O-ring oiled; hard line started before the housing seats; drawn down evenly. It ticks afterwards.',
      caution: 'fuel',
      hold: true,
      needs: ['safe'],
      makes: ['injectors'],
    }));
  return [
    {
      id: 'injectors',
      does: `${doc.brief.injectors.count} injectors into the rail, new O-rings top and bottom`,
      how: 'A film of oil on each ring, spacers matched, rail pulled down evenly, retaining clips seated, every plug matched to its injector.',
      needs: ['safe'],
      makes: ['injectors'],
    },
  ];
}

function routeSteps(doc: JobDocument): Draft[] {
  return runsOf(doc)
    .filter(([, e]) => isMade(e))
    .map(([id, e]): Draft => ({
      id: `route:${id}`,
      does: `${e.name} in its way, clipped`,
      how: doc.routing?.lines[id]
        ? 'As routed: clips, sleeve and distances on the Route page.'
        : 'A cushioned clip every 18 in, clear of what is hot, moves or is sharp.',
      needs: [`line:${id}`],
      makes: [`laid:${id}`],
    }));
}

function startSteps(doc: JobDocument): Draft[] {
  return inFlowOrder(doc.plumbing.paths).flatMap(([pathId, path]): Draft[] => {
    const laid = path.order.flatMap((id) => {
      const e = doc.plumbing.elements[id];
      return e?.kind === 'run' && isMade(e) ? [`laid:${id}`] : [];
    });
    return [
      {
        id: `start:${pathId}`,
        does: `${path.name}: every joint started by hand, nothing tight yet`,
        how: 'Turn back until the thread drops in, then forward. Cones clean and dry, rings oiled.',
        needs: [...laid, 'injectors'],
        makes: [`started:${pathId}`],
      },
    ];
  });
}

function tightenSteps(doc: JobDocument): Draft[] {
  const kept = new Set(connectionsOf(doc).flatMap((c) => (c.kept ? [c.id] : [])));
  return jointList(doc)
    .filter((j) => j.care && !kept.has(j.id))
    .map((j): Draft => ({
      id: `tighten:${j.id}`,
      does: j.where,
      how: `${capital(j.what)}: ${j.care!.tighten}. ${capital(j.care!.does)}; ${j.care!.never}. Two wrenches, then the paint mark.`,
      needs: [`started:${j.pathId}`],
      makes: [`joint:${j.id}`],
    }));
}

function wiringSteps(doc: JobDocument): Draft[] {
  const { harness, wires } = wiringSheet(doc);
  const devices = Object.entries(harness.devices);
  return [
    ...devices
      .filter(
        ([, d]) =>
          d.kind === 'relay' || d.kind === 'fuse' || d.kind === 'inertia' || d.kind === 'pump-controller',
      )
      .map(([id, d]): Draft => ({
        id: `device:${id}`,
        does: `${d.name} mounted where it stays dry and can be reached`,
        needs: ['safe'],
        makes: [`device:${id}`],
      })),
    ...wires.map((w): Draft => ({
      id: `wire:${w.id}`,
      does: `${w.name}: ${wireSizeName(w.size)}${w.color ? `, ${w.color}` : ''}`,
      how: `Shrink on first; ${w.fromEnd.terminal} and ${w.toEnd.terminal} crimped with their tool and pulled; both ends labeled; grommet wherever it goes through.`,
      figures: [{ label: 'Cut', dimension: 'tape', value: w.lengthM }],
      caution: 'wiring',
      needs: ['safe'],
      makes: [`wire:${w.id}`],
    })),
    {
      id: 'loom',
      does: 'Loom taped by zone, slack left at hat and lid, off exhaust and edges',
      needs: wires.map((w) => `wire:${w.id}`),
      makes: ['loom'],
    },
  ];
}

function clearSteps(doc: JobDocument): Draft[] {
  const joints = jointList(doc).some((j) => j.care);
  return [
    {
      id: 'clear-hood',
      does: 'Clay or grease under the hood, closed once, looked at',
      how: 'Static parts clear each other by 0.08 in (2 mm) or more, moving ones by much more.',
      needs: ['loom'],
      makes: ['clear'],
    },
    {
      id: 'clear-moving',
      does: 'Belts, shafts and suspension through their travel; exhaust distances with a tape',
      needs: ['loom'],
    },
    {
      id: 'clear-access',
      does: 'Plugs, coils, filter and dipstick still come out',
      needs: ['loom'],
    },
    ...(joints
      ? [
          {
            id: 'marks',
            does: 'A paint mark on every joint, counted by somebody else',
            hold: true as const,
            needs: ['clear'],
          },
        ]
      : []),
  ];
}

const REFIT: readonly Draft[] = [
  {
    id: 'refit',
    does: 'Everything that came off is back on: against the photos',
    needs: ['photos', 'clear'],
    makes: ['refitted'],
  },
  {
    id: 'fluids',
    does: 'What was drained is filled again and bled: coolant, brakes before the car moves',
    needs: ['refitted'],
  },
  {
    id: 'battery-on',
    does: 'Battery on, pump fuse still out: the dry test comes first',
    caution: 'wiring',
    needs: ['refitted'],
  },
];

/** What a job sheet comes to. */
export interface BuildOutcome {
  readonly verdict: 'pass' | 'incomplete';
  readonly done: number;
  readonly open: number;
  /** Steps somebody left out, by what they do. */
  readonly skipped: readonly string[];
  /** What was taken off the car and is not back on. */
  readonly off: readonly string[];
  /** What was found and is neither verified nor put right. */
  readonly unclosed: readonly string[];
  readonly steps: number;
}

/**
 * How far a job sheet has got: finished when every step of the plan as it stands is done, or left out with a reason, and all
 * that was taken off the car is back on.
 * @param steps of the plan as it stands
 * @param results newest result of each step
 * @param off what was taken off and is not back on
 * @param unclosed what was found and is not closed
 * @returns counts, and what was left out by name
 * Validity: any steps.
 * @throws nothing
 * @source own convention
 * @example buildOutcome([], new Map()).verdict // => 'incomplete'
 */
export function buildOutcome(
  steps: readonly Pick<BuildStep, 'id' | 'does'>[],
  results: ReadonlyMap<string, unknown>,
  off: readonly string[] = [],
  unclosed: readonly string[] = [],
): BuildOutcome {
  const is = (id: string, what: string) => results.get(id) === what;
  const done = steps.filter((s) => is(s.id, 'done')).length;
  const skipped = steps.filter((s) => is(s.id, 'skipped')).map((s) => s.does);
  const open = steps.length - done - skipped.length;
  return {
    verdict: open > 0 || off.length > 0 || unclosed.length > 0 || steps.length === 0 ? 'incomplete' : 'pass',
    done,
    open,
    skipped,
    off,
    unclosed,
    steps: steps.length,
  };
}

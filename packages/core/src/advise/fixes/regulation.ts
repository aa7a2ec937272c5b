import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { sourceKey } from '../../fields/provenance.ts';
import { intoFullReturn } from './style.ts';
import { freeId } from '../../edit/path.ts';
import { elementPath } from '../../edit/paths.ts';
import type { StateValues } from '../../engine/results.ts';
import {
  isOverrun,
  lowBackPressure,
  type RailHigh,
  type ReturnBackPressure,
  type ReturnOverrun,
} from '../../judge/regulation/regulation.ts';
import { cappedRails, type CappedRails } from '../../judge/regulation/capped.ts';
import { wantedRail, type RailLow } from '../../judge/regulation/low.ts';
import { deafRegulators, type Unreferenced } from '../../judge/regulation/reference.ts';
import type { SupplementarySet } from '../../judge/regulation/supplementary.ts';
import type { ValveCore } from '../../judge/regulation/valve-core.ts';
import { makePulsationDamper } from '../../kinds/plumbing/pulsation-damper/shape.ts';
import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
import { RAIL_HIGH_LIMIT, RAIL_LOW_LIMIT } from '../../judge/limits.ts';
import { setPressure } from '../../engine/required.ts';
import { HOSE_KINDS, sizesOf, type Dash } from '../../kinds/plumbing/run/hoses.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';
import { stateOf, type FixContext, type FixMaker } from './context.ts';
import { largerRun } from './larger-run.ts';
import { PSI } from '../../quantities/constants.ts';

const seatPatch = (id: string, seat: { readonly cv: number; readonly droop: number }): PatchOperation[] => [
  { op: 'replace', path: elementPath(id, 'cv'), value: seat.cv },
  { op: 'replace', path: elementPath(id, 'droop'), value: seat.droop },
];

/** Smallest return size that clears the trouble, found by solving each; then the regulator, where that is what chokes. */
function returnFixes(
  found: ReturnOverrun | ReturnBackPressure,
  context: FixContext,
  clears: (values: StateValues) => boolean,
): Fix[] {
  const state = stateOf(found, context);
  if (!state) return [];
  const works = (patch: readonly PatchOperation[]): boolean => {
    const values = context.trials.with(patch)?.values(state);
    return values !== null && values !== undefined && clears(values);
  };
  const larger = enlargements(context.doc);
  const line = larger.find(({ patch }) => works(patch));
  const seats = Object.entries(context.doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'bypass-regulator' ? seatFix(id, e.cv, line ? [] : larger, works) : [],
  );
  return [
    ...(line ? [{ does: { act: 'make-return', dash: line.dash }, patch: line.patch } as const] : []),
    ...seats,
  ];
}

/** A larger seat alone, or with the smallest of some larger returns. */
function seatFix(
  id: string,
  cv: number,
  larger: readonly Enlargement[],
  works: (patch: readonly PatchOperation[]) => boolean,
): Fix[] {
  for (const seat of Object.values(REGULATORS)) {
    if (seat.cv <= cv) continue;
    const patch = seatPatch(id, seat);
    if (works(patch)) return [{ does: { act: 'fit-seat', seat: seat.id }, patch }];
    const both = larger.find((l) => works([...l.patch, ...patch]));
    if (both)
      return [
        {
          does: { act: 'return-and-seat', dash: both.dash, seat: seat.id },
          patch: [...both.patch, ...patch],
        },
      ];
  }
  return [];
}

export const overrunFixes: FixMaker<ReturnOverrun> = (found, context) =>
  returnFixes(found, context, (v) => !isOverrun(v) && lowBackPressure(v));

export const backPressureFixes: FixMaker<ReturnBackPressure> = (found, context) =>
  returnFixes(found, context, lowBackPressure);

/**
 * Its own setting taken back where that is what stands too high, with whatever else holds the rail up: the return, the seat, or
 * the hose on from the first rail, through which all of it goes home.
 */
export const railHighFixes: FixMaker<RailHigh> = (found, context) => {
  const { doc, trials } = context;
  const state = stateOf(found, context);
  const { id } = found.place;
  const e = doc.plumbing.elements[id];
  if (!state || e?.kind !== 'bypass-regulator') return [];
  const works = (patch: readonly PatchOperation[]): boolean => {
    const v = trials.with(patch)?.values(state);
    return v !== null && v !== undefined && v.railGauge - v.required <= RAIL_HIGH_LIMIT;
  };
  const base: Fix | null =
    e.setPa !== undefined && e.setPa > doc.brief.basePressurePa
      ? { does: { act: 'set-as-base' }, patch: [{ op: 'remove', path: elementPath(id, 'setPa') }] }
      : null;
  if (base && works(base.patch)) return [base];
  const others: Fix[] = [
    ...enlargements(doc).map(({ dash, patch }): Fix => ({ does: { act: 'make-return', dash }, patch })),
    ...Object.values(REGULATORS)
      .filter((seat) => seat.cv > e.cv)
      .map((seat): Fix => ({ does: { act: 'fit-seat', seat: seat.id }, patch: seatPatch(id, seat) })),
    ...onFromRails(doc),
  ];
  const together = others.map((fix): Fix =>
    base
      ? { does: { act: 'several', steps: [base.does, fix.does] }, patch: [...base.patch, ...fix.patch] }
      : fix,
  );
  return together.filter((fix) => works(fix.patch)).slice(0, 2);
};

/** Hoses that lead on from a rail to another, each larger size. */
function onFromRails(doc: JobDocument): Fix[] {
  const { paths, junctions } = doc.plumbing;
  return Object.values(paths)
    .filter((p) => p.role === 'feed' && junctions[p.from]?.kind === 'rail')
    .flatMap((p) => p.order)
    .flatMap((id) => largerRun(doc, id));
}

/** Steps a regulator's screw is set in, Pa (1 psi). */
const SCREW = PSI;

/** A larger line to the rail, its own setting taken back, a larger seat, or the screw turned up: what clears it and does not lift idle too far. */
export const railLowFixes: FixMaker<RailLow> = (found, context) => {
  const { doc, trials, states } = context;
  const { id } = found.place;
  const e = doc.plumbing.elements[id];
  if (e?.kind !== 'bypass-regulator') return [];
  const works = (patch: readonly PatchOperation[]): boolean => {
    const trial = trials.with(patch);
    return (
      trial !== null &&
      states.every(({ state }) => {
        const v = trial.values(state);
        if (!v?.regulator || !state.pumpsOn) return true;
        const low = wantedRail(trial.doc, id, v.required) - v.railGauge;
        return (
          !isOverrun(v) &&
          -low <= RAIL_HIGH_LIMIT &&
          (v.regulator.valve !== 'regulating' || low <= RAIL_LOW_LIMIT)
        );
      })
    );
  };
  const set = setPressure(doc, e);
  const raised = Math.ceil((set + found.value) / SCREW) * SCREW;
  const tries: Fix[] = [
    ...(e.setPa !== undefined && e.setPa < doc.brief.basePressurePa
      ? [{ does: { act: 'set-as-base' }, patch: [{ op: 'remove', path: elementPath(id, 'setPa') }] } as const]
      : []),
    ...Object.values(REGULATORS).flatMap((seat) =>
      seat.cv > e.cv
        ? [{ does: { act: 'fit-seat', seat: seat.id }, patch: seatPatch(id, seat) } as const]
        : [],
    ),
    {
      does: { act: 'set-higher', pressure: raised },
      patch: [{ op: 'add', path: elementPath(id, 'setPa'), value: raised }],
    },
  ];
  const { spur } = found.figures;
  const larger = spur ? largerRun(doc, spur.id).find((fix) => works(fix.patch)) : undefined;
  return [...(larger ? [larger] : []), ...tries.filter((fix) => works(fix.patch))].slice(0, 2);
};

/** Every regulator that could, follows the manifold one to one. */
export const referenceFixes: FixMaker<Unreferenced> = (_, { doc }) => [
  {
    does: { act: 'connect-reference' },
    patch: deafRegulators(doc).flatMap(([id]): PatchOperation[] => [
      { op: 'replace', path: elementPath(id, 'referenced'), value: true },
      { op: 'replace', path: elementPath(id, 'ratio'), value: 1 },
    ]),
  },
];

interface Enlargement {
  readonly dash: Dash;
  readonly patch: readonly PatchOperation[];
}

/** Whole return renewed in PTFE at each larger size: what is too small is not lengthened by a piece. */
function enlargements(doc: JobDocument): Enlargement[] {
  const runs = Object.values(doc.plumbing.paths)
    .filter((p) => p.role === 'return')
    .flatMap((p) => p.order)
    .flatMap((id) => {
      const e = doc.plumbing.elements[id];
      return e?.kind === 'run' ? [{ id, e }] : [];
    });
  const smallest = Math.min(...runs.map(({ e }) => e.dash));
  const set = (id: string, field: string, value: unknown): PatchOperation => ({
    op: 'replace',
    path: elementPath(id, field),
    value,
  });
  return sizesOf(HOSE_KINDS.ptfe)
    .filter((dash) => dash > smallest)
    .map((dash): Enlargement => ({
      dash,
      patch: runs.flatMap(({ id, e }): PatchOperation[] => {
        if (e.dash >= dash) return [];
        const hose = HOSE_KINDS[e.hose].bores[dash] === undefined || e.existing ? 'ptfe' : e.hose;
        // A line renewed is made up with new ends; what stood for the old one's fittings goes with it.
        const renewed = e.existing
          ? { ends: ['straight', 'straight'], bendDegrees: 180, extraK: 0, existing: false }
          : {};
        return [
          set(id, 'dash', dash),
          ...(hose === e.hose ? [] : [set(id, 'hose', hose)]),
          ...Object.entries(renewed).map(([field, value]) => set(id, field, value)),
          ...(e.boreM === undefined ? [] : [{ op: 'remove', path: elementPath(id, 'boreM') } as const]),
          ...(e.existing ? asNewLine(id, e) : []),
        ];
      }),
    }));
}

/** What was said of the old line does not hold of the new one: its age, its length, and a name that calls it the factory's. */
function asNewLine(id: string, e: ElementOf<'run'>): PatchOperation[] {
  const gone = (['ageYears', sourceKey('lengthM')] as const).filter((key) => key in e);
  return [
    ...gone.map((key): PatchOperation => ({ op: 'remove', path: elementPath(id, key) })),
    ...(/\b(factory|stock|original|old)\b/i.test(e.name)
      ? [{ op: 'replace', path: elementPath(id, 'name'), value: 'Return hose' } as const]
      : []),
  ];
}

export const supplementaryFixes: FixMaker<SupplementarySet> = ({ place, figures }) => [
  {
    does: { act: 'set-supplementary', vent: figures.referenced },
    patch: [
      { op: 'add', path: elementPath(place.id, 'setPa'), value: figures.to },
      ...(figures.referenced
        ? [{ op: 'replace', path: elementPath(place.id, 'referenced'), value: false } as const]
        : []),
    ],
  },
];

/** A patch that takes a part out of its path. */
export const takenOut = (doc: JobDocument, id: string): PatchOperation[] =>
  Object.entries(doc.plumbing.paths).flatMap(([pathId, path]): PatchOperation[] =>
    path.order.includes(id)
      ? [
          {
            op: 'replace',
            path: `/plumbing/paths/${pathId}/order`,
            value: path.order.filter((other) => other !== id),
          },
          { op: 'remove', path: `/plumbing/elements/${id}` },
        ]
      : [],
  );

export const valveCoreFixes: FixMaker<ValveCore> = ({ place }, { doc }) => [
  { does: { act: 'take-core-out' }, patch: takenOut(doc, place.id) },
];

/** A damper at the end of the hose to each of them. */
export const cappedFixes: FixMaker<CappedRails> = (_, { doc }) => {
  const { paths, elements } = doc.plumbing;
  const patch = cappedRails(doc).flatMap((rail, i): PatchOperation[] => {
    const [pathId, path] = Object.entries(paths).find(([, p]) => p.to === rail) ?? [];
    if (pathId === undefined || !path) return [];
    const id = freeId(elements, i === 0 ? 'damper' : `damper-${i + 1}`);
    return [
      { op: 'add', path: `/plumbing/elements/${id}`, value: makePulsationDamper() },
      { op: 'replace', path: `/plumbing/paths/${pathId}/order`, value: [...path.order, id] },
    ];
  });
  return [
    ...(patch.length > 0 ? [{ does: { act: 'add-damper' }, patch } as const] : []),
    ...intoFullReturn(doc),
  ];
};

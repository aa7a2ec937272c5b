import { intoFullReturn } from './style.ts';
import { insertPart, NEW_PARTS, placeOf } from '../../edit/path.ts';
import { elementPath } from '../../edit/paths.ts';
import type { MixtureShift } from '../../judge/goal/goal.ts';
import { PRESSURE_MICRON, SUCTION_MICRON, type FilterPlace } from '../../judge/hoses/filters.ts';
import type { MadeFound } from '../../judge/hoses/made.ts';
import { sayMade } from '../../edit/made-joint.ts';
import type { FilterMedia, HoseFound, PartInCabin } from '../../judge/hoses/hoses.ts';
import type { PortFound } from '../../judge/hoses/ports.ts';
import type { PumpUnusable } from '../../judge/structure/unusable.ts';
import type { TrappedFuel } from '../../judge/trapped/trapped.ts';
import { fittingMotor, pumpFaults } from '../../kinds/plumbing/pump/pump-faults.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';
import type { FixMaker } from './context.ts';
import { takenOut } from './regulation.ts';

const set = (id: string, field: string, value: unknown): PatchOperation => ({
  op: 'replace',
  path: elementPath(id, field),
  value,
});

export const motorFixes: FixMaker<PumpUnusable> = ({ place, figures }, { doc }) => {
  const pump = doc.plumbing.elements[place.id];
  if (pump?.kind !== 'pump') return [];
  const usual = fittingMotor(pump);
  if (pumpFaults({ ...pump, ...usual }).length > 0) return [];
  return [
    {
      does: { act: 'usual-motor', ohms: figures.usualOhms },
      patch: (['armatureOhms', 'frictionAmps'] as const).map((f) => set(place.id, f, usual[f])),
    },
  ];
};

export const hoseFixes: FixMaker<HoseFound> = ({ code, place }, { doc }) => {
  if (code === 'FUEL_IN_CABIN')
    return [{ does: { act: 'under-body' }, patch: [set(place.id, 'zone', 'under-body')] }];
  if (code === 'HOSE_OLD')
    return [
      {
        does: { act: 'new-hose' },
        patch: [set(place.id, 'existing', false), { op: 'remove', path: elementPath(place.id, 'ageYears') }],
      },
    ];
  const one: Fix = { does: { act: 'use-ptfe' }, patch: [set(place.id, 'hose', 'ptfe')] };
  if (code !== 'HOSE_FUEL') return [one];
  // The same trouble in several hoses is one tap.
  const alike = Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'run' && doc.brief.fuel.ethanol > HOSE_KINDS[e.hose].maxEthanol ? [id] : [],
  );
  return alike.length > 1
    ? [
        { does: { act: 'all-ptfe', count: alike.length }, patch: alike.map((id) => set(id, 'hose', 'ptfe')) },
        one,
      ]
    : [one];
};

/** A new seal; or on the thread what its kind asks for, which is what stands there when nothing is said. */
export const madeFixes: FixMaker<MadeFound> = ({ code, figures: { joint } }, { doc }) =>
  code === 'JOINT_SEAL_USED'
    ? [{ does: { act: 'new-seal' }, patch: sayMade(doc, joint, { seal: undefined }) }]
    : [{ does: { act: 'usual-dressing' }, patch: sayMade(doc, joint, { thread: undefined }) }];

/** What was said of the part’s ports is taken back: they are then as its kind usually has them. */
export const usualPorts: FixMaker<PortFound> = ({ place }, { doc }) => {
  const does = { act: 'usual-ports' } as const;
  if (place.of === 'junction' && doc.plumbing.junctions[place.id]?.port !== undefined)
    return [{ does, patch: [{ op: 'remove', path: `/plumbing/junctions/${place.id}/port` }] }];
  const e = doc.plumbing.elements[place.id];
  if (!e || e.kind === 'run') return [];
  const patch = (['inlet', 'outlet'] as const).flatMap((port): PatchOperation[] =>
    port in e && e[port as keyof typeof e] !== undefined
      ? [{ op: 'remove', path: elementPath(place.id, port) }]
      : [],
  );
  return patch.length > 0 ? [{ does, patch }] : [];
};

export const outOfCabin: FixMaker<PartInCabin> = ({ place }) => [
  { does: { act: 'under-body' }, patch: [set(place.id, 'standsIn', 'under-body')] },
];

/** The fineness its place wants, with the usual loss of it; a filter where there is none. */
export const filterPlaceFixes: FixMaker<FilterPlace> = ({ code, place }, { doc }) => {
  if (code === 'FILTER_MISSING') {
    const check = placeOf(doc, place.id);
    const next = check?.order[check.at + 1];
    const after = next !== undefined && doc.plumbing.elements[next]?.kind === 'check-valve' ? next : place.id;
    const part = NEW_PARTS.find((p) => p.key === 'filter');
    return part ? [{ does: { act: 'add-filter' }, patch: insertPart(doc, after, part).patch }] : [];
  }
  const { micron, loss } =
    code === 'FILTER_TOO_FINE'
      ? { micron: SUCTION_MICRON.usual, loss: 2000 }
      : { micron: PRESSURE_MICRON.usual, loss: 7000 };
  return [
    {
      does: { act: 'fineness', micron },
      patch: [set(place.id, 'micron', micron), set(place.id, 'lossAt400Pa', loss)],
    },
  ];
};

export const mediaFixes: FixMaker<FilterMedia> = ({ place }) => [
  { does: { act: 'glass-fiber' }, patch: [set(place.id, 'media', 'glass-fiber')] },
];

export const trappedFixes: FixMaker<TrappedFuel> = ({ figures: { valve } }, { doc }) =>
  valve ? [{ does: { act: 'take-check-out' }, patch: takenOut(doc, valve.id) }] : intoFullReturn(doc);

export const mixtureFixes: FixMaker<MixtureShift> = ({ figures: { tuned } }) => [
  {
    does: { act: 'set-base', pressure: tuned },
    patch: [{ op: 'replace', path: '/brief/basePressurePa', value: tuned }],
  },
];

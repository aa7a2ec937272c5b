import { makeVent } from '../../document/vents.ts';
import { freeId } from '../../edit/path.ts';
import type { TankFills } from '../../judge/tanks/tanks.ts';
import { makeRun } from '../../kinds/plumbing/run/shape.ts';
import type { PickupBare } from '../../judge/tanks/level.ts';
import type { VentFound } from '../../judge/tanks/vents.ts';
import type { PatchOperation } from '../../outcome/finding.ts';
import type { FixMaker } from './context.ts';

/** Levels are kept by the twentieth of a tank: nobody reads a gauge finer. */
const TWENTIETHS = 20;

export const levelFixes: FixMaker<PickupBare> = ({ figures: { keep } }) => {
  const level = Math.ceil(keep * TWENTIETHS) / TWENTIETHS;
  if (level > 1) return [];
  return [
    {
      does: { act: 'keep-level', level },
      patch: [{ op: 'add', path: '/brief/fuelLevel', value: level }],
    },
  ];
};

/** A plain open line from floor to floor: the two then stand at one level. */
export const levelLineFixes: FixMaker<TankFills> = ({ place }, { doc }) => {
  const { junctions, elements, paths } = doc.plumbing;
  const other = Object.keys(junctions).find((id) => id !== place.id && junctions[id]!.kind === 'tank');
  if (other === undefined) return [];
  const line = freeId(elements, 'level-line');
  return [
    {
      does: { act: 'level-line' },
      patch: [
        {
          op: 'add',
          path: `/plumbing/elements/${line}`,
          value: { ...makeRun('Level line', 16, 0.6096, 'under-body', 90), ends: ['straight', 'straight'] },
        },
        {
          op: 'add',
          path: `/plumbing/paths/${freeId(paths, 'level')}`,
          value: { name: 'Level', role: 'feed', from: place.id, to: other, order: [line] },
        },
      ],
    },
  ];
};

export const ventFixes: FixMaker<VentFound> = ({ code, place }, { doc }) => {
  const vent = (field: string, value: unknown): PatchOperation[] => [
    { op: 'replace', path: `/plumbing/vents/${place.id}/${field}`, value },
  ];
  switch (code) {
    case 'VENT_MISSING': {
      const { vents } = doc.plumbing;
      const line = makeVent(place.id);
      return [
        {
          does: { act: 'add-vent' },
          patch: vents
            ? [{ op: 'add', path: `/plumbing/vents/${freeId(vents, 'vent')}`, value: line }]
            : [{ op: 'add', path: '/plumbing/vents', value: { vent: line } }],
        },
      ];
    }
    case 'VENT_NO_VALVE':
      return [{ does: { act: 'rollover-valve' }, patch: vent('rolloverValve', true) }];
    case 'VENT_LOW_LOOP':
      return [{ does: { act: 'no-low-loop' }, patch: vent('lowLoop', false) }];
    case 'VENT_OUTLET':
      return [{ does: { act: 'lead-outside' }, patch: vent('outlet', 'above') }];
    case 'VENT_LOST':
      return [
        {
          does: { act: 'take-vent-out' },
          patch: [{ op: 'remove', path: `/plumbing/vents/${place.id}` }],
        },
      ];
    case 'CELL_OPEN':
      return [
        {
          does: { act: 'fit-bulkhead' },
          patch: [{ op: 'add', path: `/plumbing/junctions/${place.id}/bulkhead`, value: true }],
        },
      ];
  }
};

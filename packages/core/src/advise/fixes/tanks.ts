import { makeVent } from '../../document/vents.ts';
import { freeId } from '../../edit/path.ts';
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

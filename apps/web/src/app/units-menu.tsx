import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import { PickMenu } from '../ui/pick-menu.tsx';
import { useSettings } from './settings.ts';
import { UNIT_WORDS } from './unit-words.ts';

/** The list of unit systems; fetched when it is first asked for. */
export function UnitsMenu({
  open,
  onOpen,
}: {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}) {
  const { units, setUnits } = useSettings();
  return (
    <PickMenu
      label={`Units, now ${UNIT_WORDS[units].said}`}
      words={UNIT_WORDS[units].short}
      groups={[
        {
          heading: 'Units',
          options: UNIT_SYSTEMS.map((value) => ({ value, label: UNIT_WORDS[value].said })),
        },
      ]}
      open={open}
      onOpen={onOpen}
      onPick={(value) => setUnits(value as UnitSystem)}
    />
  );
}

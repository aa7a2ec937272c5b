import { LEG_KINDS, standardDrive, type Leg, type LegKind } from '@venula/core/replay';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { PickMenu } from '../../../ui/pick-menu.tsx';
import { QuantityField } from '../../../ui/quantity-field.tsx';
import { LEG_WORDS } from './leg-words.ts';

/** The drive, stretch by stretch: pick one to change how long it lasts, add or take out. */
export function LegStrip({
  legs,
  onChange,
}: {
  readonly legs: readonly Leg[];
  readonly onChange: (legs: readonly Leg[]) => void;
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [menu, setMenu] = useState(false);
  const leg = chosen === null ? undefined : legs[chosen];
  const replaced = (next: Leg) => legs.map((l, i) => (i === chosen ? next : l));
  return (
    <div className="flex flex-wrap items-end gap-2" role="group" aria-label="The drive">
      {legs.map((l, i) => (
        <button
          key={i}
          type="button"
          className={`btn btn-small px-1.5 ${i === chosen ? 'btn-main' : ''}`}
          aria-pressed={i === chosen}
          onClick={() => setChosen(i === chosen ? null : i)}
        >
          {i + 1} {LEG_WORDS[l.kind]} <span className="label text-xs">{l.seconds} s</span>
        </button>
      ))}
      <PickMenu
        label={leg ? `Add a stretch after ${LEG_WORDS[leg.kind]}` : 'Add a stretch at the end'}
        words="Add"
        groups={[{ options: LEG_KINDS.map((value) => ({ value, label: LEG_WORDS[value] })) }]}
        open={menu}
        onOpen={setMenu}
        onPick={(kind) => {
          const at = (chosen ?? legs.length - 1) + 1;
          onChange([...legs.slice(0, at), { kind: kind as LegKind, seconds: 3 }, ...legs.slice(at)]);
          setChosen(at);
        }}
      />
      {leg && chosen !== null && (
        <>
          <div className="w-[110px]">
            <QuantityField
              key={chosen}
              label={`${LEG_WORDS[leg.kind]} lasts`}
              dimension="duration"
              value={leg.seconds}
              range={{ min: 0.5, max: 60 }}
              onCommit={(seconds) => onChange(replaced({ ...leg, seconds }))}
            />
          </div>
          <button
            type="button"
            className="btn btn-small px-2"
            aria-label={`Remove ${LEG_WORDS[leg.kind]} from the drive`}
            disabled={legs.length < 2}
            onClick={() => {
              onChange(legs.filter((_, i) => i !== chosen));
              setChosen(null);
            }}
          >
            <Trash2 size={17} aria-hidden />
          </button>
        </>
      )}
      {JSON.stringify(legs) !== JSON.stringify(standardDrive()) && (
        <button
          type="button"
          className="btn btn-small"
          onClick={() => {
            onChange(standardDrive());
            setChosen(null);
          }}
        >
          Standard drive
        </button>
      )}
    </div>
  );
}

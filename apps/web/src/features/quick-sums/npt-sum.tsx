import { NPT_FIELDS, NPT_SIZES, nptHole, USUAL_WALL } from '@venula/core/supply';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { FactRow } from '../../ui/fact-row.tsx';
import { SumFrame } from './sum-frame.tsx';

type Size = (typeof NPT_SIZES)[number];

/** What to drill for a taper thread, when to stop, and whether the wall holds it at all. */
export function NptSum() {
  const [size, setSize] = useState<Size>('1/8');
  const [wall, setWall] = useState<number>(USUAL_WALL);
  const { thread, pitch, handTurns, wallTurns, tooThin } = nptHole(size, wall);
  return (
    <SumFrame
      tone={tooThin ? 'fix' : 'good'}
      sentence={
        tooThin ? `Too thin for ${size} NPT: use a bulkhead or a weld bung.` : `Drill ${thread.drill}.`
      }
      second={
        tooThin
          ? `This wall holds ${wallTurns.toFixed(1)} turns of the ${handTurns.toFixed(1)} a fitting wants by hand.`
          : `Tap a little, try the fitting, and stop when it starts two or three turns by hand. The tap is tapered: deeper cuts wider.`
      }
      known={
        <div className="grid gap-3">
          <Choice
            label="Pipe size"
            value={size}
            options={NPT_SIZES.map((s) => ({ value: s, label: `${s} NPT` }))}
            onChoose={setSize}
          />
          <QuantityField
            label={NPT_FIELDS.wall.label}
            dimension={NPT_FIELDS.wall.dimension}
            value={wall}
            range={NPT_FIELDS.wall}
            onCommit={setWall}
          />
        </div>
      }
    >
      <FactRow
        facts={[
          ['threads an inch', String(pitch)],
          ['drill, taper tap', thread.drill],
          ['drill, reamed first', thread.reamedDrill],
          ['turns by hand', handTurns.toFixed(1)],
          ['next size up, the only repair', `${thread.repair} NPT`],
        ]}
      />
      <p className="mt-3 text-sm text-soft">
        Sealant on the male thread, first two threads bare: fuel-rated anaerobic or PTFE paste. No instant
        glue, no shreds of tape toward the injectors. ASME B1.20.1, from memory; the tap maker’s chart wins.
        Never drill a tank that has held fuel unless someone competent has cleaned and inerted it.
      </p>
    </SumFrame>
  );
}

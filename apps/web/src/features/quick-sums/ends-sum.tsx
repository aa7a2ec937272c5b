import { isMeasured, posesOf, UNMEASURED_GAP } from '@venula/core/fit';
import { HOSE_KINDS, sizesOf, takesHoseEnds, type Dash, type HoseKindId } from '@venula/core/kinds';
import { useMemo, useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { EndsFound, GapFields, useEndChoice } from '../../ui/fit/end-choice.tsx';
import { SumFrame } from './sum-frame.tsx';

const SOFT = Object.values(HOSE_KINDS).filter((h) => takesHoseEnds(h.id));

/** Which two hose ends join two ports, how each is turned, and how much hose to cut. */
export function EndsSum() {
  const [gap, setGap] = useState(UNMEASURED_GAP);
  const [hose, setHose] = useState<HoseKindId>('ptfe');
  const [dash, setDash] = useState<Dash>(6);
  const [movement, setMovement] = useState(0);
  const asked = useMemo(
    () => (isMeasured(gap) ? { ...posesOf(gap), hose, dash, movement } : null),
    [gap, hose, dash, movement],
  );
  const choice = useEndChoice(asked);
  return (
    <SumFrame
      tone={choice.tone}
      sentence={choice.sentence}
      second={choice.second}
      known={
        <div className="grid gap-2">
          <Choice
            label="Hose"
            value={hose}
            options={SOFT.map((h) => ({ value: h.id, label: h.name }))}
            onChoose={(kind) => {
              setHose(kind);
              if (HOSE_KINDS[kind].bores[dash] === undefined) setDash(6);
            }}
          />
          <Choice
            label="Size"
            value={dash}
            options={sizesOf(HOSE_KINDS[hose]).map((d) => ({ value: d, label: `-${d}` }))}
            onChoose={setDash}
          />
          <GapFields gap={gap} movement={movement} onGap={setGap} onMovement={setMovement} />
        </div>
      }
    >
      <EndsFound choice={choice} />
    </SumFrame>
  );
}

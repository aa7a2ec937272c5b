import {
  ELBOWS,
  PORT_GAP_FIELDS,
  posesOf,
  type EndFit,
  type EndQuestion,
  type PortGap,
} from '@venula/core/fit';
import { ENDS, HOSE_KINDS, sizesOf, type Dash, type EndId, type HoseKindId } from '@venula/core/kinds';
import { capital } from '@venula/core/quantities';
import { sayEnds, sayMiss } from '@venula/core/say';
import { useMemo, useState } from 'react';
import { useFormat, useSettings } from '../../app/settings.ts';
import { Choice } from '../../ui/choice.tsx';
import { FitDrawing } from '../../ui/fit/fit-drawing.tsx';
import { FitFacts } from '../../ui/fit/fit-facts.tsx';
import { FitList } from '../../ui/fit/fit-list.tsx';
import { FieldList, type Asked } from '../../ui/field-list.tsx';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { useFits, useMiss } from '../../workers/use-fits.ts';
import { SumFrame } from './sum-frame.tsx';

const SOFT = Object.values(HOSE_KINDS).filter((h) => h.ends !== 'flare');
const FLAT: readonly Asked<PortGap>[] = (['ahead', 'left', 'fromLeft', 'toLeft'] as const).map((key) => ({
  key,
  field: PORT_GAP_FIELDS[key],
}));
const TILTED: readonly Asked<PortGap>[] = (['above', 'fromUp', 'toUp'] as const).map((key) => ({
  key,
  field: PORT_GAP_FIELDS[key],
}));
const START = Object.fromEntries(
  Object.entries(PORT_GAP_FIELDS).map(([key, { usual }]) => [key, usual]),
) as unknown as PortGap;
const MOVEMENT = { label: 'One moves against the other by', dimension: 'tape', min: 0, max: 0.15 } as const;
const OFFERED = [...ELBOWS, 'block-90'] as const satisfies readonly EndId[];
const ANY = 'any' as const;

/** Which two hose ends join two ports, how each is turned, and how much hose to cut. */
export function EndsSum() {
  const format = useFormat();
  const { units } = useSettings();
  const [gap, setGap] = useState(START);
  const [hose, setHose] = useState<HoseKindId>('ptfe');
  const [dash, setDash] = useState<Dash>(6);
  const [ends, setEnds] = useState<readonly EndId[]>(ELBOWS);
  const [movement, setMovement] = useState(0);
  const [pair, setPair] = useState<EndFit['ends'] | null>(null);
  const q = useMemo(
    (): EndQuestion => ({
      ...posesOf(gap),
      hose,
      dash,
      ends: OFFERED.filter((end) => ends.includes(end) || pair?.includes(end)),
      movement,
    }),
    [gap, hose, dash, ends, pair, movement],
  );
  const { answer, fresh, fault, again, share } = useFits(q);
  const fits = fresh ? answer!.fits : [];
  const asked = pair && fits.find((f) => f.ends.join() === pair.join());
  const [best] = fits;
  const missed = fresh && pair && !asked ? pair : null;
  const miss = useMiss(q, missed);
  const fit = pair ? (asked ?? undefined) : best;
  const least = HOSE_KINDS[hose].bendRadii[dash] ?? 0;
  return (
    <SumFrame
      tone={!fresh || (fit && fit.lies !== 'in-a-loop') ? 'good' : 'fix'}
      sentence={
        !fresh
          ? 'Trying every pair of ends …'
          : fit
            ? `${capital(sayEnds(fit.ends))}: cut ${format('tape', fit.cut)} of hose.`
            : missed
              ? miss.fresh
                ? sayMiss(miss.answer!, units)
                : 'Trying that pair …'
              : 'No pair of ends goes in.'
      }
      second={
        !fresh
          ? `${Math.round(share * 100)}% of them tried.`
          : missed && best
            ? `${capital(sayEnds(best.ends))} would: cut ${format('tape', best.cut)}.`
            : wayOut(answer!.others, best)
      }
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
            options={sizesOf(HOSE_KINDS[hose]).map((d) => ({
              value: d,
              label: `-${d}`,
            }))}
            onChoose={setDash}
          />
          <FieldList asked={FLAT} values={gap} onChange={setGap} />
          <details>
            <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
              Heights, tilts, movement
            </summary>
            <div className="grid gap-2">
              <FieldList asked={TILTED} values={gap} onChange={setGap} />
              <QuantityField
                label={MOVEMENT.label}
                dimension="tape"
                value={movement}
                range={MOVEMENT}
                onCommit={setMovement}
              />
            </div>
          </details>
        </div>
      }
    >
      {fault !== null && <LaneFaultNote what="The ends could not be worked out" why={fault} again={again} />}
      {fit && (
        <>
          <FitDrawing q={q} fit={fit} />
          <FitFacts fit={fit} least={least} />
        </>
      )}
      <div className="mt-3 grid max-w-[720px] gap-3">
        {fits.length > 0 && (
          <FitList fits={fits} chosen={fit} onChoose={(f) => setPair(f === best ? null : f.ends)} />
        )}
        <EndsOnHand chosen={ends} onChoose={setEnds} />
        <PairCheck pair={pair} onChoose={setPair} />
        <p className="text-sm text-soft">
          Ends as they are usually drawn (estimate): lay yours beside the drawing before you cut. The hose
          leaves each end straight for one and a half times its size, then lies by the shortest way in bends
          half again as wide as its least; no loops. Ranked by what they lose.
        </p>
      </div>
    </SumFrame>
  );
}

function wayOut(others: readonly HoseKindId[], best: EndFit | undefined): string {
  if (best && best.lies !== 'in-a-loop') return 'Seat to seat along the middle, ends taken off.';
  const hoses = others.map((kind) => HOSE_KINDS[kind].name).join('; ');
  return hoses
    ? `The ports are too close for this hose. It would go in with: ${hoses}.`
    : 'The ports are too close for any hose: turn one port, move it, or join them with an adapter.';
}

/** Only what lies on the shelf. */
function EndsOnHand({
  chosen,
  onChoose,
}: {
  readonly chosen: readonly EndId[];
  readonly onChoose: (ends: readonly EndId[]) => void;
}) {
  return (
    <fieldset>
      <legend className="label text-sm text-soft">Ends to choose from</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {OFFERED.map((end) => {
          const on = chosen.includes(end);
          return (
            <button
              key={end}
              type="button"
              aria-pressed={on}
              className={`btn btn-small ${on ? '' : 'text-soft line-through'}`}
              onClick={() =>
                onChoose(
                  on
                    ? chosen.filter((e) => e !== end)
                    : OFFERED.filter((e) => e === end || chosen.includes(e)),
                )
              }
              disabled={on && chosen.length === 1}
            >
              {ENDS[end].name}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}

/** Does the pair somebody has in mind go in, and if not why? */
function PairCheck({
  pair,
  onChoose,
}: {
  readonly pair: EndFit['ends'] | null;
  readonly onChoose: (pair: EndFit['ends'] | null) => void;
}) {
  const options: { value: EndId | typeof ANY; label: string }[] = [
    { value: ANY, label: 'the best there is' },
    ...OFFERED.map((end) => ({ value: end, label: ENDS[end].name })),
  ];
  const set = (side: 0 | 1, end: EndId | typeof ANY): void => {
    if (end === ANY) return onChoose(null);
    const [a, b] = pair ?? [end, end];
    onChoose(side === 0 ? [end, b] : [a, end]);
  };
  return (
    <div className="grid grid-cols-2 gap-3">
      <Choice
        label="Try this end on port 1"
        value={pair?.[0] ?? ANY}
        options={options}
        onChoose={(end) => set(0, end)}
      />
      <Choice
        label="and this on port 2"
        value={pair?.[1] ?? ANY}
        options={options}
        onChoose={(end) => set(1, end)}
      />
    </div>
  );
}

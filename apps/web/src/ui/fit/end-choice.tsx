import {
  ELBOWS,
  LINE_FIELDS,
  PORT_GAP_FIELDS,
  type EndFit,
  type EndQuestion,
  type PortGap,
} from '@venula/core/fit';
import { ENDS, HOSE_KINDS, type EndId, type HoseKindId } from '@venula/core/kinds';
import { capital } from '@venula/core/quantities';
import { sayEnds, sayMiss } from '@venula/core/say';
import { useMemo, useState, type ReactNode } from 'react';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useFits, useMiss, useOtherHoses } from '../../workers/use-fits.ts';
import { Choice } from '../choice.tsx';
import { FieldList, type Asked } from '../field-list.tsx';
import { QuantityField } from '../quantity-field.tsx';
import { LaneFaultNote } from '../lane-fault-note.tsx';
import { FitDrawing } from './fit-drawing.tsx';
import { FitFacts } from './fit-facts.tsx';
import { FitList } from './fit-list.tsx';

const fields = (...keys: (keyof PortGap)[]): readonly Asked<PortGap>[] =>
  keys.map((key) => ({ key, field: PORT_GAP_FIELDS[key] }));
const FLAT = fields('ahead', 'left', 'fromLeft', 'toLeft');
const TILTED = fields('above', 'fromUp', 'toUp');
const OFFERED = [...ELBOWS, 'block-90'] as const satisfies readonly EndId[];
const ANY = 'any' as const;

/** Where the two ports are, where they point, and how far one moves. */
export function GapFields({
  gap,
  movement,
  disabled = false,
  onGap,
  onMovement,
}: {
  readonly gap: PortGap;
  /** m. */
  readonly movement: number;
  readonly disabled?: boolean;
  readonly onGap: (gap: PortGap) => void;
  readonly onMovement: (movement: number) => void;
}) {
  return (
    <fieldset disabled={disabled} className="contents">
      <FieldList asked={FLAT} values={gap} onChange={onGap} />
      <details>
        <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
          Heights, tilts, movement
        </summary>
        <div className="grid gap-2">
          <FieldList asked={TILTED} values={gap} onChange={onGap} />
          <QuantityField
            label={LINE_FIELDS.movementM.label}
            dimension="tape"
            value={movement}
            range={LINE_FIELDS.movementM}
            onCommit={onMovement}
          />
        </div>
      </details>
    </fieldset>
  );
}

export interface EndChoice {
  /** Null: the two ports are not measured. */
  readonly q: EndQuestion | null;
  readonly fits: readonly EndFit[];
  /** The one that is looked at. */
  readonly fit: EndFit | undefined;
  /** Whether every pair was tried. */
  readonly settled: boolean;
  readonly tone: 'good' | 'fix';
  readonly sentence: string;
  readonly second: string;
  readonly ends: readonly EndId[];
  readonly pair: EndFit['ends'] | null;
  readonly setEnds: (ends: readonly EndId[]) => void;
  readonly setPair: (pair: EndFit['ends'] | null) => void;
  readonly fault: string | null;
  readonly again: () => void;
}

/** Hose to cut with a pair of ends: by its ports, or by a length that was measured otherwise. */
export type CutOf = (fit: Pick<EndFit, 'ends' | 'cut'>) => number;
const byPorts: CutOf = ({ cut }) => cut;

/**
 * State of choosing two hose ends: which pairs go in, which one is looked at, and the sentence about it.
 * @param asked the two ports; null: not measured
 * @param cutOf the hose to cut for a pair, m; absent: what the ports ask for
 */
export function useEndChoice(asked: Omit<EndQuestion, 'ends'> | null, cutOf: CutOf = byPorts): EndChoice {
  const format = useFormat();
  const { units } = useSettings();
  const [ends, setEnds] = useState<readonly EndId[]>(ELBOWS);
  const [pair, setPair] = useState<EndFit['ends'] | null>(null);
  const q = useMemo(
    (): EndQuestion | null =>
      asked && { ...asked, ends: OFFERED.filter((end) => ends.includes(end) || pair?.includes(end)) },
    [asked, ends, pair],
  );
  const { answer, fresh, fault, again, share, best: sofar } = useFits(q);
  const fits = fresh ? answer!.fits : [];
  const best = fresh ? fits[0] : sofar;
  const mine = pair && fits.find((f) => f.ends.join() === pair.join());
  const loop = mine?.lies === 'in-a-loop';
  const missed = fresh && pair && (!mine || loop) ? pair : null;
  const miss = useMiss(q, missed);
  const stiff = fresh && best?.lies === 'in-a-loop';
  const others = useOtherHoses(stiff ? q : null);
  const fit = pair ? (mine ?? undefined) : best;
  const goesIn = (f: EndFit): string =>
    `${capital(sayEnds(f.ends))}: ${f.lies === 'in-a-loop' ? 'only in a loop, ' : ''}cut ${format('tape', cutOf(f))} of hose.`;
  const sentence = !q
    ? 'Measure how far apart the two ports are.'
    : fit
      ? goesIn(fit)
      : !fresh
        ? 'Trying every pair of ends …'
        : !missed
          ? 'No pair of ends goes in.'
          : miss.fresh
            ? sayMiss(miss.answer!, units)
            : 'Trying that pair …';
  const second = !q
    ? 'Until then no hose is cut to it.'
    : !fresh
      ? `${fit ? 'The best so far. Trying the others … ' : ''}${Math.round(share * 100)}% tried.`
      : loop && miss.fresh
        ? sayMiss(miss.answer!, units)
        : missed && best
          ? `${capital(sayEnds(best.ends))} would: cut ${format('tape', cutOf(best))}.`
          : stiff
            ? wayOut(others.fresh ? others.answer! : null)
            : answer!.miss
              ? sayMiss(answer!.miss, units)
              : 'Seat to seat along the middle, ends taken off.';
  const tone = !q || !fresh || (fit && fit.lies !== 'in-a-loop') ? 'good' : 'fix';
  return { q, fits, fit, settled: fresh, tone, sentence, second, ends, pair, setEnds, setPair, fault, again };
}

/** The drawing, how the ends are turned, and every other pair. */
export function EndsFound({
  choice,
  hand,
  cutOf = byPorts,
  children,
}: {
  readonly choice: EndChoice;
  readonly cutOf?: CutOf;
  /** Whether both ends of a pair lie on the shelf; absent: nobody’s shelf is looked at. */
  readonly hand?: (fit: EndFit) => boolean;
  readonly children?: ReactNode;
}) {
  const { q, fits, fit, ends, pair, setEnds, setPair, fault, again } = choice;
  return (
    <>
      {fault !== null && <LaneFaultNote what="The ends could not be worked out" why={fault} again={again} />}
      {q && fit && (
        <>
          <FitDrawing q={q} fit={fit} />
          <FitFacts fit={fit} least={HOSE_KINDS[q.hose].bendRadii[q.dash] ?? 0} />
        </>
      )}
      {children}
      <div className="mt-3 grid max-w-[720px] gap-3">
        {fits.length > 0 && (
          <FitList
            fits={fits}
            chosen={fit}
            cutOf={cutOf}
            hand={hand}
            onChoose={(f) => setPair(f === fits[0] ? null : f.ends)}
          />
        )}
        <EndsOnHand chosen={ends} onChoose={setEnds} />
        <PairCheck pair={pair} onChoose={setPair} />
        <p className="text-sm text-soft">
          Ends as they are usually drawn (estimate): lay yours beside the drawing before you cut. The hose
          leaves each end straight for one and a half times its size, then lies by the shortest way in bends
          half again as wide as its least. Ranked by what they lose.
        </p>
      </div>
    </>
  );
}

function wayOut(others: readonly HoseKindId[] | null): string {
  if (!others) return 'This hose is too stiff to lie here without a loop. Trying other hoses …';
  const hoses = others.map((kind) => HOSE_KINDS[kind].name).join('; ');
  return hoses
    ? `This hose is too stiff to lie here without a loop. These would: ${hoses}.`
    : 'No hose of this size lies here without a loop: turn one port, move it, or join them with an adapter.';
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

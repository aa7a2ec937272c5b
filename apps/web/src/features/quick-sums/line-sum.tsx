import { LINE_SUM_FIELDS, lineChoices, type LineQuestion } from '@venula/core/advise';
import { BACK_PRESSURE_SHARE } from '@venula/core/judge';
import { HOSE_KINDS, type HoseKindId } from '@venula/core/kinds';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { choice, FieldList, type Asked } from '../../ui/field-list.tsx';
import { MarginBar } from '../../ui/margin-bar.tsx';
import { ChoiceTable } from './choice-table.tsx';
import { KeepInJob } from './keep-in-job.tsx';
import { SumFrame } from './sum-frame.tsx';

/** A feed that loses more than this is worth a size (common practice), Pa. */
const FEED_LIMIT = 30e3;
const GASOLINE = { gasolineDensity15: 745, rvpPa: 62e3 } as const;

interface Known {
  readonly flow: number;
  readonly ethanol: number;
  readonly hose: HoseKindId;
  readonly lengthM: number;
  readonly bendDegrees: number;
  readonly railPa: number;
}
const F = LINE_SUM_FIELDS;
const START: Known = {
  flow: F.flow.usual,
  ethanol: F.ethanol.usual,
  hose: 'ptfe',
  lengthM: F.lengthM.usual,
  bendDegrees: F.bendDegrees.usual,
  railPa: F.railPa.usual,
};

const asked = (role: 'feed' | 'return'): readonly Asked<Known>[] => [
  { key: 'flow', field: F.flow, ...(role === 'return' ? { label: 'Return flow at idle' } : {}) },
  { key: 'ethanol', field: F.ethanol },
  choice<Known, 'hose'>(
    'hose',
    'Hose or tube',
    Object.values(HOSE_KINDS).map((h) => ({ value: h.id, label: h.name })),
  ),
  { key: 'lengthM', field: F.lengthM },
  { key: 'bendDegrees', field: F.bendDegrees },
  ...(role === 'return' ? [{ key: 'railPa', field: F.railPa } as const] : []),
];

/** What a line loses at a flow, size by size: a feed, or a return against a share of the rail. */
export function LineSum({ role }: { readonly role: 'feed' | 'return' }) {
  const format = useFormat();
  const [known, setKnown] = useState(START);
  const { flow, ethanol, hose, lengthM, bendDegrees, railPa } = known;
  const question: LineQuestion = {
    fuel: { ...GASOLINE, ethanol },
    kelvin: 308.15,
    flow,
    hose,
    lengthM,
    ends: ['straight', 'elbow-90'],
    bendDegrees,
  };
  const rows = lineChoices(question);
  const limit = role === 'feed' ? FEED_LIMIT : BACK_PRESSURE_SHARE * railPa;
  const best = rows.find((r) => r.loss <= limit);
  return (
    <SumFrame
      tone={best ? 'good' : 'fix'}
      sentence={
        best
          ? `-${best.dash}: loses ${format('pressure', best.loss)}.`
          : 'Even the largest size loses too much.'
      }
      second={
        role === 'feed'
          ? `${format('pressure', FEED_LIMIT)} is where the next size starts to pay.`
          : `Return back-pressure should stay under 35% of the rail at idle, ${format('pressure', limit)}.`
      }
      known={<FieldList asked={asked(role)} values={known} onChange={setKnown} />}
    >
      {best && (
        <div className="max-w-[420px]">
          <MarginBar
            label={`Loss in -${best.dash}`}
            dimension="pressure"
            value={best.loss}
            limit={limit}
            sense="at most"
            limitLabel={role === 'feed' ? 'worth a size above' : '35% of the rail,'}
          />
        </div>
      )}
      <ChoiceTable
        caption="Every size of this hose"
        columns={['Size', 'Bore', 'Loss', 'Speed', 'Reynolds']}
        rows={rows.map((r) => ({
          key: r.dash,
          name: `-${r.dash}`,
          best: r === best,
          cells: [
            [format('bore', r.bore)],
            [format('pressure', r.loss), r.loss > limit],
            [format('speed', r.velocity)],
            [Math.round(r.reynolds).toLocaleString('en-US')],
          ],
        }))}
      />
      <p className="mt-2 max-w-[720px] text-sm text-soft">
        With a straight and a 90° hose end, at 95 °F (35 °C). Lift, filter and regulator are not in it: those
        belong in a job.
      </p>
      {best && <KeepInJob kept={{ kind: 'line', role, dash: best.dash, question }} />}
    </SumFrame>
  );
}

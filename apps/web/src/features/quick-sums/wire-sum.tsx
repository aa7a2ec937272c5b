import { WIRE_SUM_FIELDS, wireChoices } from '@venula/core/advise';
import { DROP_LIMITS } from '@venula/core/judge';
import { wireSizeName, type Conductor } from '@venula/core/kinds';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { choice, FieldList, type Asked } from '../../ui/field-list.tsx';
import { MarginBar } from '../../ui/margin-bar.tsx';
import { ChoiceTable } from './choice-table.tsx';
import { KeepInJob } from './keep-in-job.tsx';
import { SumFrame } from './sum-frame.tsx';

/** Usual air around a wire, K. */
const PLACES = {
  'engine-bay': { label: 'engine bay', ambientK: 353.15 },
  'under-body': { label: 'under the body', ambientK: 323.15 },
  cabin: { label: 'cabin', ambientK: 303.15 },
} as const;
type Place = keyof typeof PLACES;

interface Known {
  readonly amps: number;
  readonly lengthM: number;
  readonly place: Place;
  readonly bundled: number;
  readonly conductor: Conductor;
  readonly family: 'awg' | 'metric';
}
const F = WIRE_SUM_FIELDS;
const START: Known = {
  amps: F.amps.usual,
  lengthM: F.lengthM.usual,
  place: 'under-body',
  bundled: F.bundled.usual,
  conductor: 'copper',
  family: 'awg',
};
const ASKED: readonly Asked<Known>[] = [
  { key: 'amps', field: F.amps },
  { key: 'lengthM', field: F.lengthM },
  choice<Known, 'place'>(
    'place',
    'Runs through',
    Object.entries(PLACES).map(([value, p]) => ({ value: value as Place, label: p.label })),
  ),
  { key: 'bundled', field: F.bundled },
  choice<Known, 'conductor'>('conductor', 'Conductor', [
    { value: 'copper', label: 'copper' },
    { value: 'copper-clad', label: 'copper-clad aluminum' },
  ]),
  choice<Known, 'family'>('family', 'Sizes', [
    { value: 'awg', label: 'AWG' },
    { value: 'metric', label: 'mm²' },
  ]),
];

/** Which wire and fuse for a load. */
export function WireSum() {
  const format = useFormat();
  const [known, setKnown] = useState(START);
  const { amps, lengthM, place, conductor, family, bundled } = known;
  const rows = wireChoices({
    amps,
    lengthM,
    conductor,
    family,
    place: {
      ambientK: PLACES[place].ambientK,
      engineSpace: place === 'engine-bay',
      bundled: Math.round(bundled),
      insulationK: 398.15,
    },
  });
  const best = rows.find((r) => r.good);
  const limit = DROP_LIMITS.wires;
  return (
    <SumFrame
      tone={best ? 'good' : 'fix'}
      sentence={
        best ? `${wireSizeName(best.size)}, with a ${best.fuse} A fuse.` : 'No size listed is big enough.'
      }
      second={
        best
          ? `It loses ${format('volts', best.drop)} out and back and is good for ${format('amps', best.stands)} there.`
          : 'Shorten the run, split the load, or feed it closer to the battery.'
      }
      known={<FieldList asked={ASKED} values={known} onChange={setKnown} />}
    >
      {conductor === 'copper-clad' && (
        <p className="mb-2 border-l-4 border-fix bg-well px-3 py-1.5 font-medium">
          Not in a pump feed: its terminals and relay sockets heat first, and it has melted relay boxes.
        </p>
      )}
      {best && (
        <div className="grid max-w-[720px] grid-cols-2 gap-6 max-md:grid-cols-1">
          <MarginBar
            label="Drop in wires, out and back"
            dimension="volts"
            value={best.drop}
            limit={limit}
            sense="at most"
            limitLabel="half a volt, less joints,"
          />
          <MarginBar
            label="Current in the wire"
            dimension="amps"
            value={amps}
            limit={best.stands}
            sense="at most"
            limitLabel="good for"
          />
        </div>
      )}
      <ChoiceTable
        caption="Every size tried"
        columns={['Size', 'Drop', 'Good for', 'Conductor at', 'Fuse']}
        rows={rows.map((r) => ({
          key: r.size,
          name: wireSizeName(r.size),
          best: r === best,
          cells: [
            [format('volts', r.drop), r.drop > limit],
            [format('amps', r.stands), r.stands < amps],
            [Number.isFinite(r.kelvin) ? format('temperature', r.kelvin) : 'runs away'],
            [r.fuse === null ? 'none fits' : `${r.fuse} A`],
          ],
        }))}
      />
      <p className="mt-2 max-w-[720px] text-sm text-soft">
        For a pump, use its running current; its start is checked against the fuse in a job. Fuse within 7 in
        (175 mm) of the source.
      </p>
      {best && <KeepInJob kept={{ kind: 'wire', size: best.size, conductor, fuse: best.fuse }} />}
    </SumFrame>
  );
}

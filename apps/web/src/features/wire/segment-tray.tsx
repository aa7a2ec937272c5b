import { ALL_FUSES, WIRE_SIZES, wireAmpacity, wireSizeName, type ElementDrop } from '@venula/core';
import { useFormat } from '../../app/settings.ts';
import { useJob } from '../../job/job-context.ts';
import { PlanChoice, PlanQuantity, PlanText } from '../../job/plan-fields.tsx';

const ZONES = [
  { value: 'engine-bay', label: 'engine bay' },
  { value: 'under-body', label: 'under the body' },
  { value: 'cabin', label: 'cabin' },
] as const;
const RELAYS = [30, 40, 50, 70, 100];

/** The piece of the circuit that was touched. */
export function SegmentTray({
  circuitId,
  id,
  drop,
}: {
  readonly circuitId: string;
  readonly id: string;
  readonly drop: ElementDrop | undefined;
}) {
  const { doc } = useJob();
  const format = useFormat();
  const s = doc.wiring.circuits[circuitId]?.segments[id];
  if (!s) return null;
  const at = (field: string) => `/wiring/circuits/${circuitId}/segments/${id}/${field}`;
  const facts: [string, string][] = drop
    ? [
        ['drop', format('volts', drop.drop, 3)],
        ['resistance', format('resistance', drop.ohms)],
      ]
    : [];
  if (s.kind === 'wire') {
    facts.push(['may carry', format('amps', wireAmpacity(doc, s))]);
    if (drop?.conductorK !== undefined) facts.push(['conductor at', format('temperature', drop.conductorK)]);
  }
  return (
    <div className="grid grid-cols-5 gap-x-3 gap-y-2">
      <PlanText path={at('name')} label="Name" max={80} min={1} />
      {s.kind === 'wire' && (
        <>
          <PlanChoice
            path={at('size')}
            label="Size"
            options={WIRE_SIZES.map((v) => ({ value: v, label: wireSizeName(v) }))}
          />
          <PlanChoice
            path={at('conductor')}
            label="Conductor"
            options={[
              { value: 'copper', label: 'copper' },
              { value: 'copper-clad', label: 'copper-clad aluminum' },
            ]}
          />
          <PlanQuantity path={at('lengthM')} label="Length" dimension="length" />
          <PlanChoice path={at('zone')} label="Runs through" options={[...ZONES]} />
          <PlanQuantity path={at('bundled')} label="Wires in the bundle" dimension="count" />
          <PlanText path={at('color')} label="Color on the car" max={30} />
          <PlanQuantity path={at('insulationK')} label="Insulation stands" dimension="temperature" />
        </>
      )}
      {s.kind === 'fuse' && (
        <>
          <PlanChoice path={at('ratingA')} label="Rating" options={withOwn(ALL_FUSES, s.ratingA)} />
          <PlanQuantity path={at('distanceM')} label="Distance from the source" dimension="length" />
        </>
      )}
      {s.kind === 'relay' && (
        <>
          <PlanChoice path={at('ratingA')} label="Contact rating" options={withOwn(RELAYS, s.ratingA)} />
          <PlanQuantity path={at('contactOhms')} label="Contact resistance" dimension="resistance" />
          <PlanChoice
            path={at('suppression')}
            label="Coil suppression"
            options={[
              { value: 'resistor', label: 'resistor' },
              { value: 'diode', label: 'diode, mind polarity' },
              { value: 'none', label: 'none' },
            ]}
          />
        </>
      )}
      {(s.kind === 'connector' || s.kind === 'chassis') && (
        <PlanQuantity path={at('ohms')} label="Resistance" dimension="resistance" />
      )}
      <dl className="col-span-5 flex flex-wrap gap-x-5 border-t border-rule pt-2 text-sm">
        {facts.map(([k, v]) => (
          <div key={k} className="flex gap-1.5">
            <dt className="label text-soft">{k}</dt>
            <dd className="font-semibold">{v}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

const withOwn = (offered: readonly number[], own: number) =>
  [...new Set([...offered, own])].sort((a, b) => a - b).map((v) => ({ value: v, label: `${v} A` }));

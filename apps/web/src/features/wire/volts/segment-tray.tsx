import type { WireEnd } from '@venula/core/document';
import { wireAmpacity, type ElementDrop } from '@venula/core/engine';
import { valueAt } from '@venula/core/formats';
import { ALL_FUSES, WIRE_SIZES, wireSizeName } from '@venula/core/kinds';
import type { PatchOperation } from '@venula/core/outcome';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { Choice } from '../../../ui/choice.tsx';
import { TextField } from '../../../ui/text-field.tsx';
import { FigureSources } from '../../../job/figure-sources.tsx';
import { PlanChoice, PlanOptional, PlanQuantity, PlanText } from '../../../job/plan-fields.tsx';

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
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
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
          <PlanQuantity path={at('lengthM')} />
          <PlanChoice path={at('zone')} label="Runs through" options={[...ZONES]} />
          <PlanQuantity path={at('bundled')} />
          <PlanText path={at('color')} label="Color on the car" max={30} />
          <PlanQuantity path={at('insulationK')} />
          <Choice
            label="Section"
            value={s.cable ?? 'full'}
            disabled={readOnly}
            options={[
              { value: 'full', label: 'full, as its gauge says' },
              { value: 'vehicle', label: 'vehicle cable, up to 10% less' },
            ]}
            onChoose={(value) => edit({ op: 'add', path: at('cable'), value })}
          />
          <PlanOptional path={at('slackM')} absent="none" />
          <WireEndFields path={at('endA')} label="First end" />
          <WireEndFields path={at('endB')} label="Far end" />
        </>
      )}
      {s.kind === 'fuse' && (
        <>
          <PlanChoice path={at('ratingA')} label="Rating" options={withOwn(ALL_FUSES, s.ratingA)} />
          <PlanQuantity path={at('distanceM')} />
        </>
      )}
      {s.kind === 'relay' && (
        <>
          <PlanChoice path={at('ratingA')} label="Contact rating" options={withOwn(RELAYS, s.ratingA)} />
          <PlanQuantity path={at('contactOhms')} />
          <PlanChoice
            path={at('suppression')}
            label="Coil suppression"
            options={[
              { value: 'resistor', label: 'resistor' },
              { value: 'diode', label: 'diode, mind polarity' },
              { value: 'zener', label: 'zener' },
              { value: 'none', label: 'none' },
            ]}
          />
        </>
      )}
      {s.kind === 'relay' && (
        <>
          <PlanOptional path={at('coilOhms')} absent="85 Ω, usual" />
          <Choice
            label="Contacts"
            value={s.changeover ? 'changeover' : 'plain'}
            disabled={readOnly}
            options={[
              { value: 'plain', label: '30 and 87' },
              { value: 'changeover', label: 'change-over, with 87a' },
            ]}
            onChoose={(v) => edit({ op: 'add', path: at('changeover'), value: v === 'changeover' })}
          />
        </>
      )}
      {s.kind === 'switch' && <PlanQuantity path={at('ratingA')} />}
      {(s.kind === 'connector' || s.kind === 'chassis' || s.kind === 'switch') && (
        <PlanQuantity path={at('ohms')} />
      )}
      {s.kind === 'connector' && (
        <>
          <TextField
            label="Housing it sits in"
            value={s.housing ?? ''}
            max={40}
            disabled={readOnly}
            onCommit={(value) => edit(...optionalText(at('housing'), s.housing, value))}
          />
          <TextField
            label="Pin"
            value={s.pin ?? ''}
            max={8}
            disabled={readOnly}
            onCommit={(value) => edit(...optionalText(at('pin'), s.pin, value))}
          />
        </>
      )}
      <dl className="col-span-5 flex flex-wrap gap-x-5 border-t border-rule pt-2 text-sm">
        {facts.map(([k, v]) => (
          <div key={k} className="flex gap-1.5">
            <dt className="label text-soft">{k}</dt>
            <dd className="font-semibold">{v}</dd>
          </div>
        ))}
      </dl>
      <FigureSources owner={`/wiring/circuits/${circuitId}/segments/${id}`} />
    </div>
  );
}

const withOwn = (offered: readonly number[], own: number) =>
  [...new Set([...offered, own])].sort((a, b) => a - b).map((v) => ({ value: v, label: `${v} A` }));

/** A text the plan may do without: given, changed or taken away. */
const optionalText = (path: string, before: string | undefined, value: string): PatchOperation[] =>
  value !== '' ? [{ op: 'add', path, value }] : before === undefined ? [] : [{ op: 'remove', path }];

const ENDS = ['ring terminal', '6.3 mm flat', 'relay socket contact', 'sealed connector pin', 'butt splice'];

/** How one end of a wire is made off; as usual for what it goes to unless told. */
function WireEndFields({ path, label }: { readonly path: string; readonly label: string }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const end = valueAt(doc, path) as WireEnd | undefined;
  const put = (next: WireEnd) => edit({ op: 'add', path, value: next });
  return (
    <>
      <Choice
        label={`${label}: terminal`}
        value={end?.terminal ?? ''}
        disabled={readOnly}
        options={['', ...new Set([...ENDS, ...(end ? [end.terminal] : [])])].map((value) => ({
          value,
          label: value || 'as usual there',
        }))}
        onChoose={(terminal) => {
          if (terminal === '') {
            if (end) edit({ op: 'remove', path });
          } else put({ joint: 'crimp', shrink: true, ...end, terminal });
        }}
      />
      {end && (
        <Choice
          label={`${label}: made by`}
          value={`${end.joint}${end.shrink ? '+' : ''}`}
          disabled={readOnly}
          options={[
            { value: 'crimp+', label: 'crimp, heat shrink' },
            { value: 'crimp', label: 'crimp' },
            { value: 'crimp-solder+', label: 'crimp, solder, shrink' },
            { value: 'solder+', label: 'solder, heat shrink' },
          ]}
          onChoose={(v) =>
            put({ ...end, joint: v.replace('+', '') as WireEnd['joint'], shrink: v.endsWith('+') })
          }
        />
      )}
    </>
  );
}

import type { WireEnd } from '@venula/core/document';
import { wireAmpacity, type ElementDrop } from '@venula/core/engine';
import { valueAt } from '@venula/core/formats';
import { useFormat } from '../../../app/settings.ts';
import { FigureSources } from '../../../job/figure-sources.tsx';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { FactRow } from '../../../ui/fact-row.tsx';

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
  const format = useFormat();
  const s = doc.wiring.circuits[circuitId]?.segments[id];
  if (!s) return null;
  const owner = `/wiring/circuits/${circuitId}/segments/${id}`;
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
    <div className="form-grid">
      <PlanForm
        owner={owner}
        own={{
          endA: <WireEndFields path={`${owner}/endA`} label="First end" />,
          endB: <WireEndFields path={`${owner}/endB`} label="Far end" />,
        }}
      />
      <FactRow facts={facts} />
      <FigureSources owner={owner} />
    </div>
  );
}

const ENDS = ['ring terminal', '1/4 in spade', 'relay socket contact', 'sealed connector pin', 'butt splice'];

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

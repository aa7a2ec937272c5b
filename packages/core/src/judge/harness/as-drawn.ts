import { terminalName } from '../../edit/harness.ts';
import type { Harness, JobDocument } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { HarnessModel } from '../../harness/behave.ts';
import { undrawnPieces } from '../../harness/figures.ts';

/** What is worth knowing of a drawing: it works, but not as the next person expects. */
export const drawnFindings = (doc: JobDocument, harness: Harness): Finding[] => [
  ...turnedRelays(harness),
  ...undrawn(doc, harness),
];

/** 30 and 87 exchanged on a plain relay: it works all the same, so it is only said. */
function turnedRelays(harness: Harness): Finding[] {
  const at = new HarnessModel(harness).behave({ ignition: true, crashed: true, signals: {} });
  return Object.entries(harness.devices).flatMap(([id, relay]): Finding[] => {
    if (relay.kind !== 'relay' || relay.changeover) return [];
    const live = (t: string): boolean => at.volts(`${id}.${t}`) > 6;
    if (!live('87') || live('30')) return [];
    return [
      {
        code: 'RELAY_30_87_TURNED',
        severity: 'note',
        stage: 'wire',
        place: { id, name: relay.name },
        title: `${relay.name} has its feed on 87 and its load on 30.`,
        dimension: 'count',
        value: 1,
        limit: 0,
        why: {
          text: 'A plain normally-open relay works either way round; a change-over relay would not. The next person expects the feed on 30.',
          formula: `volts on ${terminalName(harness, `${id}.87`)} with the contact open`,
          source: 'DIN 72552: 30 from the source, 87 to the load',
        },
        fixes: [],
      },
    ];
  });
}

function undrawn(doc: JobDocument, harness: Harness): Finding[] {
  if (!doc.wiring.harness) return [];
  const missing = undrawnPieces(doc, harness);
  if (missing.length === 0) return [];
  return [
    {
      code: 'HARNESS_BEHIND',
      severity: 'fix',
      stage: 'wire',
      place: { id: 'harness', name: 'Wiring as drawn' },
      title: `The drawn wiring does not have “${missing[0]}”${missing.length > 1 ? ` and ${missing.length - 1} more` : ''}.`,
      dimension: 'count',
      value: missing.length,
      limit: 0,
      why: {
        text: 'The circuits have changed since the wiring was drawn by hand; its check is about the old ones.',
        formula: missing.join(', '),
        source: 'circuits of this plan against the drawing',
      },
      fixes: [{ label: 'Draw it anew from the rules', patch: [{ op: 'remove', path: '/wiring/harness' }] }],
    },
  ];
}

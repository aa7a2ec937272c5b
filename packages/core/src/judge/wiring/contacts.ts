import { segmentPath } from '../../edit/paths.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { FUSE_CONTINUOUS_SHARE } from '../../kinds/wiring/fuse/fuse.ts';
import { segmentsOf } from '../../engine/electric/circuits.ts';
import { carriedBy, type Loaded } from '../../engine/electric/electric-load.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { RELAY_RATINGS } from '../../kinds/wiring/relay/index.ts';
import { both } from '../context.ts';

/** Relay and switch contacts against what they carry; a tapped feed nobody has looked up. */
export const contactFindings = (doc: JobDocument, loads: readonly Loaded[]): Finding[] => [
  ...loads.flatMap((l) => contacts(l, loads)),
  ...tapped(doc),
];

function contacts({ circuit, circuitId, state }: Loaded, loads: readonly Loaded[]): Finding[] {
  return segmentsOf(circuit, 'feed').flatMap(({ id, segment: s }): Finding[] => {
    const ratingA = segmentKind(s).contact?.(s);
    if (ratingA === undefined) return [];
    const amps = Math.max(...loads.map((l) => carriedBy(l, { id, circuitId })));
    const limit = FUSE_CONTINUOUS_SHARE * ratingA;
    if (amps <= limit) return [];
    const rating = RELAY_RATINGS.find((r) => amps <= FUSE_CONTINUOUS_SHARE * r);
    const relay = s.kind === 'relay';
    return [
      {
        code: relay ? 'RELAY_LOADED' : 'SWITCH_LOADED',
        severity: amps > ratingA ? 'stop' : 'fix',
        stage: 'wire',
        place: { id, name: s.name, within: circuitId },
        stateId: state.id,
        title: `${s.name} switches ${both('amps', amps)} with a ${ratingA} A contact.`,
        dimension: 'amps',
        value: amps,
        limit,
        why: {
          text: relay
            ? 'A motor load needs headroom on the contact; sockets and shared terminals heat first.'
            : 'A switch should carry a relay’s coil, 0.15 A, not the motor: its contact burns or welds shut.',
          formula: `${both('amps', amps)} against 0.8 × ${ratingA} A`,
          source: 'common practice',
        },
        fixes:
          relay && rating !== undefined
            ? [
                {
                  label: `Fit a ${rating} A relay`,
                  patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'ratingA'), value: rating }],
                },
              ]
            : [],
      },
    ];
  });
}

function tapped(doc: JobDocument): Finding[] {
  return Object.entries(doc.wiring.circuits).flatMap(([id, c]): Finding[] => {
    if ((c.supply !== 'fuse-box' && c.supply !== 'ignition') || c.feedFrom || c.alsoFeeds) return [];
    return [
      {
        code: 'TAPPED_FEED_UNKNOWN',
        severity: 'note',
        stage: 'wire',
        place: { id, name: c.name },
        title: `${c.name} taps a factory feed; what else hangs on it is not written down.`,
        dimension: 'count',
        value: 0,
        limit: 1,
        why: {
          text: 'Its fuse, its wire and whatever shares it must be known before it carries more. Wiring diagrams differ by market: check before cutting.',
          formula: 'factory load + this load ≤ 80 % of the factory fuse',
          source: 'common practice',
        },
        fixes: [],
      },
    ];
  });
}

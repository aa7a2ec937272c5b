import { readerFed } from '../../document/reader-fed.ts';
import type { Segment, SegmentOf } from '../../document/job-document.ts';
import { segmentsOf } from '../../engine/electric/circuits.ts';
import { carriedBy } from '../../engine/electric/electric-load.ts';
import { FUSE_CONTINUOUS_SHARE } from '../../kinds/wiring/fuse/fuse.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { relayTakes } from '../../kinds/wiring/relay/index.ts';
import { familyOf, wireSection, wireSizeName } from '../../kinds/wiring/wire/wire.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { loadedCircuits } from './loads.ts';

/** What is told of a kind whose contact carries too much, and the share of its rating that is good for ever. */
const LOADED = {
  relay: ['RELAY_LOADED', FUSE_CONTINUOUS_SHARE],
  'pump-controller': ['CONTROLLER_LOADED', 1],
  connector: ['PIN_LOADED', 1],
} as const satisfies { readonly [K in Segment['kind']]?: readonly [string, number] };
const OTHERS = ['SWITCH_LOADED', FUSE_CONTINUOUS_SHARE] as const;

export type ContactLoaded = Found<
  (typeof LOADED)[keyof typeof LOADED][0] | (typeof OTHERS)[0],
  { readonly rating: number }
>;
/** A strand more or less goes into a terminal all the same. */
const FITS = 1.02;

export type TappedFeed = Found<'TAPPED_FEED_UNKNOWN', Record<string, never>>;

/** Contacts of relays, switches, controllers and plugs against what they carry. */
export const contactRule: FindingRule<ContactLoaded> = (context) => {
  const loads = loadedCircuits(context);
  return loads.flatMap(({ circuit, circuitId, state }) =>
    [...segmentsOf(circuit, 'feed'), ...segmentsOf(circuit, 'ground')].flatMap(
      ({ id, segment: s }): ContactLoaded[] => {
        const rating = segmentKind(s).contact?.(s);
        if (rating === undefined) return [];
        const amps = Math.max(...loads.map((l) => carriedBy(l, { id, circuitId })));
        const [code, share] = LOADED[s.kind as keyof typeof LOADED] ?? OTHERS;
        const limit = share * rating;
        if (amps <= limit) return [];
        return [
          {
            code,
            severity: amps > rating ? 'stop' : 'fix',
            stage: 'wire',
            place: { of: 'piece', id, name: s.name, within: circuitId },
            stateId: state.id,
            dimension: 'amps',
            value: amps,
            limit,
            figures: { rating },
          },
        ];
      },
    ),
  );
};

export type TerminalSmall = Found<
  'TERMINAL_SMALL',
  { readonly wire: string; readonly size: string; readonly heaviest: string }
>;

/** Wire that is too heavy for the terminals of its relay's socket. */
export const terminalRule: FindingRule<TerminalSmall> = ({ doc }) =>
  Object.entries(doc.wiring.circuits).flatMap(([circuitId, circuit]) => {
    const row = segmentsOf(circuit, 'feed');
    return row.flatMap(({ id, segment: relay }, i): TerminalSmall[] => {
      if (relay.kind !== 'relay') return [];
      const takes = relayTakes(relay.ratingA);
      const heavy = [row[i - 1]?.segment, row[i + 1]?.segment].find(
        (s): s is SegmentOf<'wire'> => s?.kind === 'wire' && wireSection(s.size) > takes * FITS,
      );
      if (!heavy) return [];
      const heaviest = familyOf(heavy.size).findLast((s) => wireSection(s) <= takes * FITS);
      return [
        {
          code: 'TERMINAL_SMALL',
          severity: 'fix',
          stage: 'wire',
          place: { of: 'piece', id, name: relay.name, within: circuitId },
          dimension: 'count',
          value: 1,
          limit: 0,
          figures: {
            wire: heavy.name,
            size: wireSizeName(heavy.size),
            heaviest: heaviest ? wireSizeName(heaviest) : '10 AWG',
          },
        },
      ];
    });
  });

/** A tapped feed nobody has looked up. */
export const tappedFeedRule: FindingRule<TappedFeed> = ({ doc }) =>
  Object.entries(doc.wiring.circuits).flatMap(([id, c]): TappedFeed[] => {
    if ((c.supply !== 'fuse-box' && c.supply !== 'ignition') || c.feedFrom || c.alsoFeeds) return [];
    if (readerFed(doc, c.loadId)) return [];
    return [
      {
        code: 'TAPPED_FEED_UNKNOWN',
        severity: 'note',
        stage: 'wire',
        place: { of: 'circuit', id, name: c.name },
        dimension: 'count',
        value: 0,
        limit: 1,
        figures: {},
      },
    ];
  });

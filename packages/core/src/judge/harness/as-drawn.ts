import { terminalName } from '../../edit/harness.ts';
import { undrawnPieces } from '../../harness/figures.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { drawnWiring } from './drawn.ts';

export type RelayTurned = Found<'RELAY_30_87_TURNED', { readonly terminal: string }>;
export type HarnessBehind = Found<'HARNESS_BEHIND', { readonly missing: readonly string[] }>;

/** A terminal above this is live, V. */
const LIVE = 6;

/** 30 and 87 exchanged on a plain relay: it works all the same, so it is only noted. */
export const turnedRelayRule: FindingRule<RelayTurned> = (context) => {
  const drawn = drawnWiring(context);
  if (!drawn) return [];
  const { harness, model } = drawn;
  const at = model.behave({ ignition: true, crashed: true, signals: {}, made: [] });
  return Object.entries(harness.devices).flatMap(([id, relay]): RelayTurned[] => {
    if (relay.kind !== 'relay' || relay.changeover) return [];
    const live = (terminal: string): boolean => at.volts({ device: id, terminal }) > LIVE;
    if (!live('87') || live('30')) return [];
    return [
      {
        code: 'RELAY_30_87_TURNED',
        severity: 'note',
        stage: 'wire',
        place: { of: 'device', id, name: relay.name },
        dimension: 'count',
        value: 1,
        limit: 0,
        figures: { terminal: terminalName(harness, { device: id, terminal: '87' }) },
      },
    ];
  });
};

/** Circuits that have changed since the wiring was drawn by hand. */
export const behindRule: FindingRule<HarnessBehind> = (context) => {
  const drawn = drawnWiring(context);
  if (!context.doc.wiring.harness || !drawn) return [];
  const missing = undrawnPieces(context.doc, drawn.harness);
  if (missing.length === 0) return [];
  return [
    {
      code: 'HARNESS_BEHIND',
      severity: 'fix',
      stage: 'wire',
      place: { of: 'subject', id: 'harness', name: 'Wiring as drawn' },
      dimension: 'count',
      value: missing.length,
      limit: 0,
      figures: { missing },
    },
  ];
};

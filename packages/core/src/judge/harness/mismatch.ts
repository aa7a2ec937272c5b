import type { Harness } from '../../document/job-document.ts';
import { tableSignals, truthTable, type TruthRow } from '../../harness/enumerate.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import type { Signal } from '../../trigger/rule.ts';
import type { FindingRule } from '../context.ts';
import { drawnWiring } from './drawn.ts';

/** Signals up to which every combination is tried on each edit; beyond, the Wiring page does it when asked. */
export const LIVE_SIGNALS = 10;

/** What is wrong, the worst first. */
const WRONG = ['KEY_OFF', 'CRASH', 'OVERLOAD', 'REVERSED', 'RUNS', 'DEAD', 'BUZZING'] as const;
type Wrong = (typeof WRONG)[number];
export type Miswired = Found<
  `WIRED_${Wrong}`,
  {
    readonly combinations: number;
    /** One of the combinations it shows at. */
    readonly ignition: boolean;
    readonly crashed: boolean;
    readonly made: readonly Signal[];
  }
>;
export type NotTried = Found<'WIRING_NOT_TRIED', Record<string, never>>;

const placeOf = (harness: Harness, id: string): Place =>
  harness.devices[id]
    ? { of: 'device', id, name: harness.devices[id].name }
    : { of: 'wire', id, name: harness.wires[id]?.name ?? id };

function wrongAt(row: TruthRow, load: string): Wrong | undefined {
  const got = row.got[load];
  const wanted = row.wanted[load]!;
  if (got === 'reversed') return 'REVERSED';
  if (wanted) return got === 'on' ? undefined : 'DEAD';
  if (got === 'off') return undefined;
  return !row.inputs.ignition ? 'KEY_OFF' : row.inputs.crashed ? 'CRASH' : 'RUNS';
}

/** Does the wiring do what the rules say? Every combination of inputs tried on the network of wires and contacts. */
export const mismatchRule: FindingRule<Miswired | NotTried> = (context) => {
  const drawn = drawnWiring(context);
  if (!drawn) return [];
  const { harness, rules, model } = drawn;
  const signals = tableSignals(harness, rules).length;
  if (signals > LIVE_SIGNALS) return [notTried(signals)];
  const rows = truthTable(harness, rules, model);
  const kinds = new Map<string, { kind: Wrong; id: string; row: TruthRow; count: number }>();
  const add = (kind: Wrong, id: string, row: TruthRow): void => {
    const known = kinds.get(`${kind}@${id}`);
    if (known) known.count += 1;
    else kinds.set(`${kind}@${id}`, { kind, id, row, count: 1 });
  };
  for (const row of rows) {
    if (row.right) continue;
    for (const id of Object.keys(row.wanted)) {
      const kind = wrongAt(row, id);
      if (kind) add(kind, id, row);
    }
    // Made from the circuits it carries what they carry: their own rules judge that.
    if (context.doc.wiring.harness) for (const id of row.overloaded) add('OVERLOAD', id, row);
    for (const id of row.buzzing) add('BUZZING', id, row);
  }
  return [...kinds.values()]
    .sort((a, b) => WRONG.indexOf(a.kind) - WRONG.indexOf(b.kind))
    .map(({ kind, id, row, count }): Miswired => ({
      code: `WIRED_${kind}`,
      severity: 'stop',
      stage: 'wire',
      place: placeOf(harness, id),
      dimension: 'count',
      value: count,
      limit: 0,
      figures: {
        combinations: rows.length,
        ignition: row.inputs.ignition,
        crashed: row.inputs.crashed,
        made: row.inputs.made,
      },
    }));
};

/** Never silent: wiring that was not tried is not wiring that is right. */
const notTried = (signals: number): NotTried => ({
  code: 'WIRING_NOT_TRIED',
  severity: 'note',
  stage: 'wire',
  place: { of: 'subject', id: 'harness', name: 'Wiring' },
  dimension: 'count',
  value: signals,
  limit: LIVE_SIGNALS,
  figures: {},
});

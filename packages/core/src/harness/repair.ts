import { terminalKey } from '../kinds/wiring/fields.ts';
import { deviceKind } from '../kinds/wiring/index.ts';
import { allTerminals, terminalName } from '../edit/harness.ts';
import type { Harness, HarnessWire, TerminalRef } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import type { Rules } from '../document/triggers.ts';
import { doesRight, truthTable, type TruthRow } from './enumerate.ts';

/** One change that makes the harness do what the rules say: it names the place. */
export interface Repair {
  /** The wire to move or to add. */
  readonly wireId: string;
  /** Terminals it takes off, puts on or joins. */
  readonly terminals: readonly TerminalRef[];
  readonly words: string;
  readonly patch: readonly PatchOperation[];
}

interface Candidate extends Repair {
  readonly harness: Harness;
}

const at = (wireId: string, end?: 'from' | 'to'): string =>
  `/wiring/harness/wires/${wireId}${end ? `/${end}` : ''}`;

const same = (a: TerminalRef, b: TerminalRef): boolean => a.device === b.device && a.terminal === b.terminal;

/** Every wire end on every other terminal, its own device's first. */
function* moves(harness: Harness): Generator<Candidate> {
  const terminals = allTerminals(harness);
  for (const own of [true, false])
    for (const [wireId, wire] of Object.entries(harness.wires))
      for (const end of ['from', 'to'] as const)
        for (const terminal of terminals) {
          if (same(terminal, wire.from) || same(terminal, wire.to)) continue;
          if ((terminal.device === wire[end].device) !== own) continue;
          const moved: HarnessWire = { ...wire, [end]: terminal };
          yield {
            wireId,
            terminals: [wire[end], terminal],
            harness: { ...harness, wires: { ...harness.wires, [wireId]: moved } },
            words: `${wire.name}: from ${terminalName(harness, wire[end])} to ${terminalName(harness, terminal)}`,
            patch: [{ op: 'replace', path: at(wireId, end), value: terminal }],
          };
        }
}

/** A wire that is missing: from each terminal nothing is on to every other. */
function* additions(harness: Harness): Generator<Candidate> {
  const terminals = allTerminals(harness);
  const used = new Set(Object.values(harness.wires).flatMap((w) => [terminalKey(w.from), terminalKey(w.to)]));
  const wireId = nextId(harness);
  for (const from of terminals.filter((t) => !used.has(terminalKey(t))))
    for (const to of terminals) {
      if (same(to, from)) continue;
      const wire: HarnessWire = { name: 'Missing wire', from, to, color: '', size: 'awg-10', lengthM: 0.5 };
      yield {
        wireId,
        terminals: [from, to],
        harness: { ...harness, wires: { ...harness.wires, [wireId]: wire } },
        words: `a wire is missing from ${terminalName(harness, from)} to ${terminalName(harness, to)}`,
        patch: [{ op: 'add', path: at(wireId), value: wire }],
      };
    }
}

/** Both wires on two contacts of one device exchanged. */
function* swaps(harness: Harness): Generator<Candidate> {
  for (const [id, d] of Object.entries(harness.devices)) {
    for (const [a, b] of deviceKind(d).swaps) {
      const [ta, tb] = [
        { device: id, terminal: a },
        { device: id, terminal: b },
      ];
      const patch: PatchOperation[] = [];
      let first = '';
      const wires = { ...harness.wires };
      for (const [wireId, wire] of Object.entries(harness.wires))
        for (const end of ['from', 'to'] as const) {
          const other = same(wire[end], ta) ? tb : same(wire[end], tb) ? ta : undefined;
          if (other === undefined) continue;
          wires[wireId] = { ...wires[wireId]!, [end]: other };
          patch.push({ op: 'replace', path: at(wireId, end), value: other });
          first ||= wireId;
        }
      // A wire on one of the two only is told as moved.
      if (patch.length > 1)
        yield {
          wireId: first,
          terminals: [ta, tb],
          harness: { ...harness, wires },
          words: `exchange ${terminalName(harness, ta)} and ${terminalName(harness, tb)}`,
          patch,
        };
    }
  }
}

const nextId = (harness: Harness): string => {
  let n = 1;
  while (`wire-${n}` in harness.wires) n += 1;
  return `wire-${n}`;
};

/**
 * Terminals times candidates tried before the search gives up: a drawing of a pump circuit needs a twentieth of it, one as
 * large as the format allows would otherwise take hours.
 */
const MOST_WORK = 600_000;

/** Rows that are tried first on every candidate; a wrong candidate seldom passes them all. */
const PROBES = 6;

/**
 * The single changes that make a drawn harness do what the rules say: each wire end moved to each other terminal, each
 * pair of contacts exchanged, each missing wire added, tried on the network.
 * @param harness as drawn, wrong somewhere
 * @param rules when each load should run
 * @param most how many to find before stopping
 * @returns repairs, those on the wire's own device first; empty when none alone does it, or nothing is wrong
 * Validity: drawings of hundreds of terminals are not searched to the end (MOST_WORK).
 * @throws nothing
 * @source exhaustive search on the direct-current network
 * @example findRepairs({ devices: {}, wires: {} }, {}, 1).length // => 0
 */
export function findRepairs(harness: Harness, rules: Rules, most: number): Repair[] {
  const rows = truthTable(harness, rules);
  const wrong = rows.filter((r) => !r.right);
  if (wrong.length === 0) return [];
  const probes = [
    ...spread(wrong, PROBES),
    ...spread(
      rows.filter((r) => r.right),
      PROBES,
    ),
  ].map((r) => r.inputs);
  const found: Repair[] = [];
  const perCandidate = allTerminals(harness).length;
  let work = 0;
  for (const family of [swaps, moves, additions])
    for (const { harness: mended, ...repair } of family(harness)) {
      if ((work += perCandidate) > MOST_WORK) return found;
      if (!doesRight(mended, rules, probes)) continue;
      found.push(repair);
      if (found.length >= most) return found;
    }
  return found;
}

const spread = (rows: readonly TruthRow[], n: number): TruthRow[] =>
  rows.length <= n
    ? [...rows]
    : Array.from({ length: n }, (_, i) => rows[Math.floor((i * rows.length) / n)]!);

import type { Harness, JobDocument } from '../../document/job-document.ts';
import type { Rules } from '../../document/triggers.ts';
import type { Finding, FindingFix, PatchOperation } from '../../outcome/finding.ts';
import { truthTable, type TruthRow } from '../../harness/enumerate.ts';
import { findRepairs } from '../../harness/repair.ts';

const REPAIRS = 4;
export const TRIED = 'every combination of inputs tried on the network of wires and contacts';

const deviceName = (harness: Harness, id: string): string =>
  harness.devices[id]?.name ?? harness.wires[id]?.name ?? id;

/** What is wrong, the worst first. */
type Wrong = 'key-off' | 'crash' | 'overload' | 'reversed' | 'runs' | 'dead' | 'buzzing';

const WORDS: Readonly<
  Record<Wrong, { severity: Finding['severity']; says: (name: string) => string; text: string }>
> = {
  'key-off': {
    severity: 'stop',
    says: (n) => `As wired, ${n} runs with the key off.`,
    text: 'Key-off must stop everything.',
  },
  crash: {
    severity: 'stop',
    says: (n) => `As wired, ${n} runs on after the crash switch has tripped.`,
    text: 'The crash switch is bypassed or sits on the wrong wire.',
  },
  overload: {
    severity: 'stop',
    says: (n) => `As wired, ${n} carries more than it may.`,
    text: 'A short, a diode against its polarity, or pump current where coil current should be.',
  },
  reversed: {
    severity: 'stop',
    says: (n) => `As wired, ${n} gets its volts the wrong way round.`,
    text: 'A pump that turns backward moves no fuel and is soon ruined.',
  },
  runs: {
    severity: 'stop',
    says: (n) => `As wired, ${n} runs when it should stand.`,
    text: 'A switch on NC in place of NO does this: it runs off boost and stops on boost.',
  },
  dead: {
    severity: 'stop',
    says: (n) => `As wired, ${n} does not run when it should.`,
    text: 'An open way, a missing ground, or a switch on the wrong contact.',
  },
  buzzing: {
    severity: 'stop',
    says: (n) => `As wired, ${n} pulls in and lets go for ever.`,
    text: 'Its coil is fed through its own contact.',
  },
};

function judge(row: TruthRow, load: string): Wrong | undefined {
  const got = row.got[load];
  const wanted = row.wanted[load]!;
  if (got === 'reversed') return 'reversed';
  if (wanted) return got === 'on' ? undefined : 'dead';
  if (got === 'off') return undefined;
  return !row.inputs.ignition ? 'key-off' : row.inputs.crashed ? 'crash' : 'runs';
}

export function mismatch(doc: JobDocument, harness: Harness, rules: Rules): Finding[] {
  const rows = truthTable(harness, rules);
  const wrong = rows.filter((r) => !r.right);
  if (wrong.length === 0) return [];
  const kinds = new Map<string, { kind: Wrong; id: string; row: TruthRow; count: number }>();
  const add = (kind: Wrong, id: string, row: TruthRow): void => {
    const known = kinds.get(`${kind}@${id}`);
    if (known) known.count += 1;
    else kinds.set(`${kind}@${id}`, { kind, id, row, count: 1 });
  };
  for (const row of wrong) {
    for (const id of Object.keys(row.wanted)) {
      const kind = judge(row, id);
      if (kind) add(kind, id, row);
    }
    for (const id of row.overloaded) add('overload', id, row);
    for (const id of row.buzzing) add('buzzing', id, row);
  }
  const fixes = doc.wiring.harness ? repairFixes(harness, rules) : relayFixes(doc, rules);
  const order = Object.keys(WORDS);
  return [...kinds.values()]
    .sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind))
    .map(({ kind, id, row, count }): Finding => {
      const word = WORDS[kind];
      return {
        code: `WIRED_${kind.toUpperCase().replace('-', '_')}`,
        severity: word.severity,
        stage: 'wire',
        place: { id, name: deviceName(harness, id) },
        title: word.says(deviceName(harness, id)),
        dimension: 'count',
        value: count,
        limit: 0,
        why: {
          text: `${word.text}${fixes[0] ? ` Look first at: ${fixes[0].label}.` : ''}`,
          formula: `${count} of ${rows.length} combinations, for one: ${inputWords(row)}`,
          source: TRIED,
        },
        fixes,
      };
    });
}

/** "key on, crash switch tripped, boost@34474" for a row. */
function inputWords({ inputs }: TruthRow): string {
  const on = Object.entries(inputs.signals)
    .filter(([, v]) => v)
    .map(([k]) => k.replace(/@.*$/, '').replace(':', ' '));
  return [
    inputs.ignition ? 'key on' : 'key off',
    inputs.crashed ? 'crash switch tripped' : '',
    on.length > 0 ? `with ${on.join(', ')}` : 'nothing else on',
  ]
    .filter(Boolean)
    .join(', ');
}

const repairFixes = (harness: Harness, rules: Rules): FindingFix[] => [
  ...findRepairs(harness, rules, REPAIRS).map((r) => ({ label: r.words, patch: r.patch })),
  { label: 'Draw it anew from the rules', patch: [{ op: 'remove', path: '/wiring/harness' } as const] },
];

/** Wiring made from the rules can only be wrong where a circuit has no relay to work with. */
function relayFixes(doc: JobDocument, rules: Rules): FindingFix[] {
  const loads = new Set(Object.values(rules).map((r) => r.loadId));
  return Object.entries(doc.wiring.circuits).flatMap(([circuitId, c]): FindingFix[] => {
    if (!loads.has(c.loadId) || Object.values(c.segments).some((s) => s.kind === 'relay')) return [];
    const id = c.segments['relay'] ? 'relay-new' : 'relay';
    const relay = { kind: 'relay', name: 'Relay', ratingA: 40, contactOhms: 0.005, suppression: 'resistor' };
    const at =
      Math.max(
        0,
        c.feed.findIndex((f) => c.segments[f]?.kind === 'fuse'),
      ) + 1;
    const feed = [...c.feed.slice(0, at), id, ...c.feed.slice(at)];
    const patch: PatchOperation[] = [
      { op: 'add', path: `/wiring/circuits/${circuitId}/segments/${id}`, value: relay },
      { op: 'replace', path: `/wiring/circuits/${circuitId}/feed`, value: feed },
    ];
    return [{ label: `Put a relay into ${c.name}`, patch }];
  });
}

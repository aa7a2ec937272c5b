import { terminalName } from '../../design/devices.ts';
import { segmentPath } from '../../design/edit.ts';
import type { DeviceOf, Harness, JobDocument } from '../../design/job-document.ts';
import { rulesOf, type Rules } from '../../design/triggers.ts';
import type { Finding, FindingFix, PatchOperation } from '../../outcome/finding.ts';
import { HarnessModel } from '../harness/behave.ts';
import { signalKeys, truthTable, type TruthRow } from '../harness/enumerate.ts';
import { undrawnPieces } from '../harness/figures.ts';
import { harnessOf } from '../harness/realise.ts';
import { findRepairs } from '../harness/repair.ts';
import { both, type FindingContext } from './context.ts';

/** Signals up to which every combination is tried on each edit; beyond, the Logic page does it when asked. */
const LIVE_SIGNALS = 10;
const REPAIRS = 4;
/** A coil without anything across it kicks back above this, V (typical). */
const KICK_VOLTS = 250;
const SOURCE = 'every combination of inputs tried on the network of wires and contacts';

/** Does the wiring do what the rules say, and what would put it right? */
export function harnessFindings({ doc }: FindingContext): Finding[] {
  const rules = rulesOf(doc);
  const harness = harnessOf(doc);
  if (Object.keys(rules).length === 0) return [];
  const signals = signalKeys(harness, rules).length;
  if (signals > LIVE_SIGNALS) return [untried(signals)];
  return [
    ...mismatch(doc, harness, rules),
    ...unclamped(harness),
    ...turnedRelays(harness),
    ...undrawn(doc, harness),
  ];
}

/** Never silent: wiring that was not tried is not wiring that is right. */
const untried = (signals: number): Finding => ({
  code: 'WIRING_NOT_TRIED',
  severity: 'note',
  stage: 'wire',
  place: { id: 'harness', name: 'Wiring' },
  title: `${signals} signals make too many combinations to try on every edit.`,
  dimension: 'count',
  value: signals,
  limit: LIVE_SIGNALS,
  why: {
    text: 'The Wiring page tries them when it is opened, up to 14 signals. Fewer signals in the rules are easier to prove on the car, too.',
    formula: `2^(${signals} + 2) combinations with key and crash switch`,
    source: SOURCE,
  },
  fixes: [],
});

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

function mismatch(doc: JobDocument, harness: Harness, rules: Rules): Finding[] {
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
          source: SOURCE,
        },
        fixes,
      };
    });
}

/** "key on, crash switch tripped, boost@34474" for a row. */
export function inputWords({ inputs }: TruthRow): string {
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

/** Terminals joined by wires, splices, plugs and contacts that may close. */
function joined(harness: Harness, from: string): ReadonlySet<string> {
  const links: [string, string][] = Object.values(harness.wires).map((w) => [w.from, w.to]);
  for (const [id, d] of Object.entries(harness.devices)) {
    const pair = (a: string, b: string): void => void links.push([`${id}.${a}`, `${id}.${b}`]);
    if (d.kind === 'switch') {
      pair('com', 'no');
      pair('com', 'nc');
    } else if (d.kind === 'connector' || d.kind === 'inertia') pair('a', 'b');
  }
  const seen = new Set([from]);
  for (let grew = true; grew;) {
    grew = false;
    for (const [a, b] of links)
      if (seen.has(a) !== seen.has(b)) {
        seen.add(a).add(b);
        grew = true;
      }
  }
  return seen;
}

function unclamped(harness: Harness): Finding[] {
  const drivers = Object.entries(harness.devices).filter(
    (d): d is [string, DeviceOf<'ecu-output'>] => d[1].kind === 'ecu-output' && !d[1].clamped,
  );
  return Object.entries(harness.devices).flatMap(([id, relay]): Finding[] => {
    if (relay.kind !== 'relay' || relay.suppression !== 'none') return [];
    const driver = drivers.find(([d]) => {
      const reach = joined(harness, `${d}.out`);
      return reach.has(`${id}.85`) || reach.has(`${id}.86`);
    });
    if (!driver) return [];
    const [circuitId, segmentId] = relay.of?.split('/') ?? [];
    const path =
      circuitId && segmentId
        ? segmentPath(circuitId, segmentId, 'suppression')
        : `/wiring/harness/devices/${id}/suppression`;
    return [
      {
        code: 'DRIVER_UNCLAMPED',
        severity: 'stop',
        stage: 'wire',
        place: { id, name: relay.name },
        title: `${relay.name} has nothing across its coil and hangs on ${driver[1].name}, which has no clamp.`,
        dimension: 'volts',
        value: KICK_VOLTS,
        limit: 40,
        why: {
          text: 'When the driver lets go the coil kicks back and kills it. A 680 Ω resistor holds it to about 100 V, a diode to 0.7 V (release 8–15 ms, mind polarity), a zener to 24–36 V (about 4 ms).',
          formula: `L·di/dt of ${both('amps', 12 / relay.coilOhms)} into an open contact: above ${KICK_VOLTS} V`,
          source: 'common practice',
        },
        fixes: [
          {
            label: 'Use a relay with a resistor across its coil',
            patch: [{ op: 'replace', path, value: 'resistor' }],
          },
        ],
      },
    ];
  });
}

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

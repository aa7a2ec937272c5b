import { terminalName } from '../../edit/harness.ts';
import { segmentPath } from '../../edit/paths.ts';
import type { DeviceOf, Harness, JobDocument } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { both } from '../context.ts';

/** A coil without anything across it kicks back above this, V (typical). */
const KICK_VOLTS = 250;

/** What no combination of inputs shows: a driver a coil may kill, a branch no fuse protects. */
export const protectionFindings = (doc: JobDocument, harness: Harness): Finding[] => [
  ...unclamped(harness),
  ...unfused(doc, harness),
];

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

/**
 * Wires that leave the battery and meet no fuse: a branch taken off ahead of it. What they feed works all the same, so no
 * combination of inputs shows it; a short would.
 */
function unfused(doc: JobDocument, harness: Harness): Finding[] {
  if (!doc.wiring.harness) return [];
  const deviceOf = (terminal: string): string => terminal.slice(0, terminal.lastIndexOf('.'));
  const kindOf = (terminal: string): string | undefined => harness.devices[deviceOf(terminal)]?.kind;
  const live = Object.entries(harness.devices).flatMap(([id, d]) =>
    d.kind === 'battery' ? [`${id}.plus`] : [],
  );
  const fuses = Object.entries(harness.devices).flatMap(([id, d]) => (d.kind === 'fuse' ? [`${id}.b`] : []));
  return Object.entries(harness.wires).flatMap(([id, wire]): Finding[] => {
    const end = live.includes(wire.from) ? 'from' : live.includes(wire.to) ? 'to' : undefined;
    if (!end || kindOf(end === 'from' ? wire.to : wire.from) === 'fuse') return [];
    const bare = fuses.filter((f) => !Object.values(harness.wires).some((w) => w.from === f || w.to === f));
    return [
      {
        code: 'BRANCH_AHEAD_OF_FUSE',
        severity: 'stop',
        stage: 'wire',
        place: { id, name: wire.name },
        title: `${wire.name} leaves ${terminalName(harness, wire[end])} without a fuse.`,
        dimension: 'count',
        value: 0,
        limit: 1,
        why: {
          text: 'Everything works until it rubs through; then nothing opens and the wire burns.',
          formula: 'a short at its far end would meet no fuse on the way from the battery',
          source: 'ABYC E-11: a fuse within 7 in (175 mm) of the source',
        },
        fixes: [...bare, ...fuses.filter((f) => !bare.includes(f))].slice(0, 3).map((fuse) => ({
          label: `${wire.name}: onto ${terminalName(harness, fuse)}`,
          patch: [{ op: 'replace', path: `/wiring/harness/wires/${id}/${end}`, value: fuse }],
        })),
      },
    ];
  });
}

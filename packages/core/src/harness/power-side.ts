import type { Circuit, JobDocument, Segment, SegmentOf, Tap, TerminalRef } from '../document/job-document.ts';
import { isFactoryFed } from '../document/pump-feed.ts';
import { readerFed } from '../document/reader-fed.ts';
import { LOAD_VOLTS, segmentsOf, wireLength } from '../engine/electric/circuits.ts';
import type { Worked } from '../kinds/wiring/contract.ts';
import { segmentKind } from '../kinds/wiring/index.ts';
import { wireSection, type WireSize } from '../kinds/wiring/wire/wire.ts';
import { terminalKey } from '../kinds/wiring/fields.ts';
import { on, type Drawing } from './drawing.ts';
import { pieceKey } from './figures.ts';

/** A lead nobody drew, between two parts that sit side by side, m. */
const LEAD = 0.05;

export interface PowerSide {
  /** What switches a load, where its circuit has something that is worked: a relay, a controller. */
  readonly switchedBy: ReadonlyMap<string, Switched>;
}

/** A drawn part that switches a load, and the terminals that work it. */
export interface Switched extends Worked {
  readonly device: string;
}

/** Ends of each piece of a circuit on the drawing. */
interface Ends {
  readonly before: TerminalRef;
  readonly after: TerminalRef;
}

/** Ohms a load looks like at rest in the logic: what its volts and current make. */
function loadOhms(doc: JobDocument, loadId: string): number {
  const pump = doc.plumbing.elements[loadId];
  if (pump?.kind === 'pump') {
    const { volts, currents } = pump.curve;
    return volts / Math.max(0.5, currents[Math.floor(currents.length / 2)] ?? 10);
  }
  return LOAD_VOLTS / (doc.wiring.loads?.[loadId]?.amps ?? 10);
}

export const loadName = (doc: JobDocument, loadId: string): string =>
  doc.plumbing.elements[loadId]?.name ?? doc.wiring.loads?.[loadId]?.name ?? loadId;

const heaviest = (circuit: Circuit): WireSize =>
  Object.values(circuit.segments)
    .flatMap((s) => (s.kind === 'wire' ? [s.size] : []))
    .sort((a, b) => wireSection(b) - wireSection(a))[0] ?? 'awg-10';

/** Every circuit of the plan as devices and wires: source, pieces, load, ground. */
export function drawPowerSide(doc: JobDocument, d: Drawing): PowerSide {
  const ends = new Map<string, Ends>();
  const switchedBy = new Map<string, Switched>();
  const done = new Set<string>();
  const draw = (circuitId: string): void => {
    const circuit = doc.wiring.circuits[circuitId];
    if (!circuit || done.has(circuitId)) return;
    done.add(circuitId);
    for (const tap of [circuit.feedFrom, circuit.groundInto]) if (tap) draw(tap.circuitId);
    const chain = new Chain(d, circuitId, ends, switchedBy, circuit.loadId, heaviest(circuit));
    const fed = readerFed(doc, circuit.loadId);
    const load = d.device(`load-${circuit.loadId}`.slice(0, 40), {
      kind: 'load',
      name: loadName(doc, circuit.loadId),
      loadId: circuit.loadId,
      ohms: loadOhms(doc, circuit.loadId),
      ...(fed === 'one-wire' ? { bodyGround: true } : {}),
    });
    chain.run(
      tapped(ends, circuit.feedFrom, 'after') ?? (fed ? readerOf(d, fed) : sourceOf(d, circuit)),
      segmentsOf(circuit, 'feed'),
      on(load, 'plus'),
      loadName(doc, circuit.loadId),
    );
    if (fed === 'one-wire') return;
    const home =
      tapped(ends, circuit.groundInto, 'before') ?? (fed ? sensorGround(d) : on('battery', 'minus'));
    const ground = segmentsOf(circuit, 'ground');
    // A circuit without any ground stays open: that is what it is.
    if (ground.length > 0 || circuit.groundInto) chain.run(on(load, 'minus'), ground, home, 'ground');
  };
  const order = wiringOrder(doc);
  // Where nothing is wired there is nothing to draw a battery for.
  if (order.length > 0) d.device('battery', { kind: 'battery', name: 'Battery' });
  order.forEach(draw);
  return { switchedBy };
}

/** Pumps first, then by id: the stored order of circuits means nothing, and labels must not change with it. */
function wiringOrder(doc: JobDocument): string[] {
  const { circuits } = doc.wiring;
  const rank = (id: string): number => (doc.plumbing.elements[circuits[id]!.loadId]?.kind === 'pump' ? 0 : 1);
  return Object.keys(circuits)
    .filter((id) => !isFactoryFed(doc, circuits[id]!.loadId))
    .sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
}

const tapped = (
  ends: ReadonlyMap<string, Ends>,
  tap: Tap | undefined,
  side: keyof Ends,
): TerminalRef | undefined =>
  tap && ends.get(pieceKey({ circuitId: tap.circuitId, segmentId: tap.after }))?.[side];

function sourceOf(d: Drawing, circuit: Circuit): TerminalRef {
  switch (circuit.supply) {
    case 'battery':
      return on('battery', 'plus');
    case 'fuse-box':
      return on(d.device('constant', { kind: 'constant', name: 'Fuse box stud' }), 'out');
    case 'alternator':
      return on(d.device('alternator', { kind: 'constant', name: 'Alternator post' }), 'out');
    case 'ignition':
      return on(d.device('ignition', { kind: 'ignition', name: 'Ignition feed' }), 'out');
  }
}

/** What feeds a sender: pins of the gauge or controller that reads it, live with the key. */
const readerOf = (d: Drawing, fed: '5V' | 'one-wire'): TerminalRef =>
  on(
    d.device(`reader-${fed.toLowerCase()}`, {
      kind: 'ignition',
      name: fed === '5V' ? '5 V supply of its reader' : 'Gauge that reads it',
    }),
    'out',
  );
const sensorGround = (d: Drawing): TerminalRef =>
  on(d.device('reader-ground', { kind: 'ground', name: 'Sensor ground of its reader', ohms: 0.005 }), 'g');

/** Lays the pieces of one side one behind the other. */
class Chain {
  constructor(
    private readonly d: Drawing,
    private readonly circuitId: string,
    private readonly ends: Map<string, Ends>,
    private readonly switchedBy: Map<string, Switched>,
    private readonly loadId: string,
    /** Wire of leads nobody drew: as heavy as the heaviest of its circuit. */
    private readonly lead: WireSize,
  ) {}

  run(
    start: TerminalRef,
    pieces: readonly { readonly id: string; readonly segment: Segment }[],
    end: TerminalRef,
    endName: string,
  ): void {
    let at = start;
    let pending: { id: string; segment: SegmentOf<'wire'> } | null = null;
    const lay = (to: TerminalRef, name: string): void => {
      if (terminalKey(at) === terminalKey(to)) return;
      if (!pending) {
        this.d.wire(at, to, { name: `Lead to ${name}`, color: '', size: this.lead, lengthM: LEAD });
        return;
      }
      const { id, segment: s } = pending;
      this.d.wire(at, to, {
        name: s.name,
        color: s.color,
        size: s.size,
        lengthM: wireLength(s),
        of: { circuitId: this.circuitId, segmentId: id },
      });
      this.ends.set(this.key(id), { before: at, after: to });
      pending = null;
    };
    for (const { id, segment } of pieces) {
      if (segment.kind === 'wire') {
        if (pending) {
          const splice = this.d.device(this.d.freeId(`splice-${id}`), {
            kind: 'splice',
            name: `Splice, ${segment.name}`,
          });
          const joint = on(splice, 's');
          lay(joint, segment.name);
          at = joint;
        }
        pending = { id, segment };
        continue;
      }
      const { way, ends } = this.part(id, segment);
      lay(way.before, segment.name);
      this.ends.set(this.key(id), way);
      const { worked } = segmentKind(segment).drawn!;
      if (worked) this.switchedBy.set(this.loadId, { ...worked, device: way.before.device });
      // A chassis point is the end of the way.
      if (ends) return;
      at = way.after;
    }
    lay(end, endName);
  }

  private key(segmentId: string): string {
    return pieceKey({ circuitId: this.circuitId, segmentId });
  }

  private part(
    id: string,
    s: Exclude<Segment, { kind: 'wire' }>,
  ): { readonly way: Ends; readonly ends: boolean } {
    const drawn = segmentKind(s).drawn!;
    const device = drawn.device(s, { circuitId: this.circuitId, segmentId: id });
    const key = this.d.device(this.d.freeId(`${device.kind}-${this.loadId}`), device);
    return {
      way: { before: on(key, drawn.in), after: on(key, drawn.out) },
      ends: drawn.ends,
    };
  }
}

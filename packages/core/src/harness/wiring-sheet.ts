import { deviceKind } from '../kinds/wiring/index.ts';
import { terminalName } from '../edit/harness.ts';
import type { Device, Harness, JobDocument, TerminalRef, WireEnd } from '../document/job-document.ts';
import type { Conductor, WireSize } from '../kinds/wiring/wire/wire.ts';
import { wiredRulesOf } from '../document/triggers.ts';
import { pieceOf } from './figures.ts';
import { loadName } from './power-side.ts';
import { harnessOf } from './realise.ts';

/** One wire as it is cut, made off and labeled. */
export interface WireRow {
  /** W1, W2 …: what both labels begin with. */
  readonly label: string;
  readonly id: string;
  readonly name: string;
  readonly from: TerminalRef;
  readonly to: TerminalRef;
  readonly fromName: string;
  readonly toName: string;
  readonly color: string;
  readonly size: WireSize;
  readonly conductor: Conductor;
  /** Cut length with slack, m. */
  readonly lengthM: number;
  readonly fromEnd: WireEnd;
  readonly toEnd: WireEnd;
  /** What the label at each end says: where the other end goes. */
  readonly fromLabel: string;
  readonly toLabel: string;
}

/** One relay, plug, switch or controller connector: pin by pin. */
export interface PinTable {
  readonly id: string;
  readonly name: string;
  readonly pins: readonly {
    readonly pin: string;
    readonly wires: readonly string[];
    readonly colors: readonly string[];
    readonly goesTo: string;
  }[];
}

/** A hose that carries a signal: what it works and where it is tapped. */
export interface SignalHose {
  readonly name: string;
  readonly tapped: string;
}

export interface WiringSheet {
  readonly hoses: readonly SignalHose[];
  readonly harness: Harness;
  readonly wires: readonly WireRow[];
  readonly pins: readonly PinTable[];
  /** Drawn loads that turn: pumps and fans. The others are drawn as what takes a current. */
  readonly motors: readonly string[];
}

const crimped = (terminal: string): WireEnd => ({ terminal, joint: 'crimp', shrink: true });

/** How an end is made off on each kind of part, unless its wire says otherwise: crimp and heat shrink. */
function usualEnd(device: Device | undefined): WireEnd {
  return crimped(device ? deviceKind(device).end : 'sealed connector pin');
}

/**
 * Everything the person at the bench needs to make the harness: wires with both ends, pin tables, the drawing's parts.
 * @param doc job document
 * @returns wires labeled in the order they are laid, pin tables of every part with more than one terminal
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention; terminals DIN 72552
 * @example wiringSheet(fullReturnJob('x')).wires[0].label // => 'W1'
 */
export function wiringSheet(doc: JobDocument): WiringSheet {
  const harness = harnessOf(doc);
  const wires = Object.entries(harness.wires).map(([id, w], i): WireRow => {
    const of = pieceOf(doc, w.of);
    const piece = of?.kind === 'wire' ? of : undefined;
    const label = `W${i + 1}`;
    const fromName = terminalName(harness, w.from);
    const toName = terminalName(harness, w.to);
    return {
      label,
      id,
      name: w.name,
      from: w.from,
      to: w.to,
      fromName,
      toName,
      color: w.color,
      size: w.size,
      conductor: piece?.conductor ?? 'copper',
      lengthM: w.lengthM,
      fromEnd: piece?.endA ?? usualEnd(harness.devices[w.from.device]),
      toEnd: piece?.endB ?? usualEnd(harness.devices[w.to.device]),
      fromLabel: `${label} to ${toName}`,
      toLabel: `${label} from ${fromName}`,
    };
  });
  return {
    harness,
    wires,
    pins: pinTables(doc, harness, wires),
    hoses: signalHoses(doc),
    motors: Object.keys(harness.devices).filter((id) => turns(doc, harness.devices[id]!)),
  };
}

/** Loads outside the plumbing have a kind; what has none there is a pump. */
function turns(doc: JobDocument, device: Device): boolean {
  if (device.kind !== 'load') return false;
  const load = doc.wiring.loads?.[device.loadId];
  return load === undefined || load.kind === 'fan';
}

const TAPPED = {
  'behind-throttle': 'manifold, after the throttle',
  'before-throttle': 'charge pipe, ahead of the throttle',
} as const;

/** Hoses to boost switches and to referenced regulators. */
function signalHoses(doc: JobDocument): SignalHose[] {
  const switches = Object.values(wiredRulesOf(doc)).flatMap((rule) =>
    rule.any
      .flatMap(({ all }) => all)
      .flatMap((t) =>
        t.kind === 'boost'
          ? [
              {
                name: `Boost switch, ${loadName(doc, rule.loadId)}`,
                tapped: TAPPED[t.point ?? 'behind-throttle'],
              },
            ]
          : [],
      ),
  );
  const regulators = Object.values(doc.plumbing.elements).flatMap((e) =>
    (e.kind === 'bypass-regulator' || e.kind === 'blocking-regulator') && e.referenced
      ? [{ name: `${e.name}, reference`, tapped: TAPPED['behind-throttle'] }]
      : [],
  );
  return [...switches, ...regulators];
}

function pinTables(doc: JobDocument, harness: Harness, wires: readonly WireRow[]): PinTable[] {
  const of = (id: string, names: readonly string[]): PinTable['pins'] =>
    names.flatMap((name) => {
      const at = (t: TerminalRef): boolean => t.device === id && t.terminal === name;
      const here = wires.filter((w) => at(w.from) || at(w.to));
      if (here.length === 0) return [];
      return [
        {
          pin: name,
          wires: here.map((w) => w.label),
          colors: here.map((w) => w.color),
          goesTo: here.map((w) => (at(w.from) ? w.toName : w.fromName)).join('; '),
        },
      ];
    });
  const parts = Object.entries(harness.devices)
    .filter(([, d]) => deviceKind(d).pinned)
    .map(([id, d]): PinTable => ({ id, name: d.name, pins: of(id, deviceKind(d).terminals(d)) }))
    .filter((t) => t.pins.length > 0);
  return [...housings(doc, harness, wires), ...parts];
}

/** Plugs with named housings, all their pins in one table. */
function housings(doc: JobDocument, harness: Harness, wires: readonly WireRow[]): PinTable[] {
  const byHousing = new Map<string, { pin: string; wires: string[]; colors: string[]; goesTo: string }[]>();
  for (const [id, d] of Object.entries(harness.devices)) {
    if (d.kind !== 'connector') continue;
    const piece = pieceOf(doc, d.of);
    const housing = (piece?.kind === 'connector' ? piece.housing : undefined) ?? d.name;
    const rows = byHousing.get(housing) ?? [];
    const ends = wires.filter((w) => w.from.device === id || w.to.device === id);
    rows.push({
      pin: (piece?.kind === 'connector' ? piece.pin : undefined) ?? String(rows.length + 1),
      wires: ends.map((w) => w.label),
      colors: ends.map((w) => w.color),
      goesTo: ends.map((w) => (w.from.device === id ? w.toName : w.fromName)).join('; '),
    });
    byHousing.set(housing, rows);
  }
  return [...byHousing].map(([name, pins], i) => ({
    id: `housing-${i}`,
    name,
    pins: pins.sort((a, b) => a.pin.localeCompare(b.pin, 'en', { numeric: true })),
  }));
}

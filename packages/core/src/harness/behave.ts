import type { Harness } from '../document/job-document.ts';
import { fuseOhms } from '../engine/electric/power-network.ts';
import { DcNetwork, type DcElement } from '../engine/electric/dc-network.ts';
import { wireResistance } from '../kinds/wiring/wire/wire.ts';

/** One moment: key, crash switch, and every signal by its key. */
export interface Inputs {
  readonly ignition: boolean;
  readonly crashed: boolean;
  readonly signals: Readonly<Record<string, boolean>>;
}

export type LoadState = 'off' | 'weak' | 'on' | 'reversed';

export interface Behaviour {
  /** By load device id. */
  readonly loads: Readonly<Record<string, LoadState>>;
  /** Devices and wires that carry more than they may, by id. */
  readonly overloaded: readonly string[];
  /** Relays that pull in and let go for ever. */
  readonly buzzing: readonly string[];
  readonly amps: (id: string) => number;
  readonly volts: (terminal: string) => number;
}

const SUPPLY = 12.4;
/** Source, strap and contacts, Ω (typical). */
const OHMS = {
  source: 0.01,
  strap: 0.001,
  stud: 0.002,
  key: 0.01,
  contact: 0.005,
  switch: 0.02,
  driver: 0.1,
  damp: 680,
} as const;
const OPEN = 1e17;
/** A relay pulls in at this share of 12 V and holds down to the other. */
const PULL_IN = 7.2;
const DROP_OUT = 1.8;
/** A load below this does nothing; from the other on it runs as meant, V. */
const DEAD = 1;
const ALIVE = 7;
/** Relays that work relays that work relays: past so many turns they are taken to buzz. */
const MOST_RELAY_TURNS = 24;
/** What no wire of a pump circuit carries in order, A. */
const SHORT = 80;
/** A conductor at 40 °C for the logic. */
const WIRE_K = 313;

type Resistor = { kind: 'resistor'; id: string; a: string; b: string; ohms: number };
interface Contact {
  readonly element: Resistor;
  readonly closed: number;
  readonly conducts: (inputs: Inputs, pulled: ReadonlySet<string>) => boolean;
}

/** "a&!b": every named signal, "!" for its opposite. */
export const signalHolds = (expression: string, signals: Readonly<Record<string, boolean>>): boolean =>
  expression
    .split('&')
    .every((part) => (part.startsWith('!') ? !(signals[part.slice(1)] ?? false) : (signals[part] ?? false)));

/** The signals an expression names. */
export const signalsIn = (expression: string): string[] =>
  expression.split('&').map((part) => part.replace(/^!/, ''));

/**
 * A drawn harness made ready for every combination of inputs: contacts are resistors that open and close, coils pull by
 * the volts they get, in turns until nothing moves.
 */
export class HarnessModel {
  private readonly network: DcNetwork;
  private readonly contacts: Contact[] = [];
  private readonly coils: { readonly id: string; readonly a: string; readonly b: string }[] = [];
  private readonly loads: { readonly id: string; readonly plus: string; readonly minus: string }[] = [];
  private readonly limits: { readonly id: string; readonly element: string; readonly most: number }[] = [];

  private readonly elements: DcElement[] = [];

  constructor(harness: Harness) {
    const { elements } = this;
    const add = (id: string, a: string, b: string, ohms: number): Resistor => {
      const element: Resistor = { kind: 'resistor', id, a, b, ohms };
      elements.push(element);
      return element;
    };
    const battery = Object.entries(harness.devices).find(([, d]) => d.kind === 'battery')?.[0];
    const live = battery === undefined ? '0' : `${battery}.plus`;
    for (const [id, d] of Object.entries(harness.devices)) {
      const at = (terminal: string): string => `${id}.${terminal}`;
      const contact = (name: string, a: string, b: string, closed: number, conducts: Contact['conducts']) =>
        this.contacts.push({ element: add(`${id}/${name}`, a, b, OPEN), closed, conducts });
      switch (d.kind) {
        case 'battery':
          elements.push({
            kind: 'source',
            id,
            plus: at('plus'),
            minus: at('minus'),
            volts: SUPPLY,
            ohms: OHMS.source,
          });
          add(`${id}/strap`, at('minus'), '0', OHMS.strap);
          break;
        case 'constant':
          add(id, live, at('out'), OHMS.stud);
          break;
        case 'ignition':
          contact('key', live, at('out'), OHMS.key, (i) => i.ignition);
          break;
        case 'ground':
          add(id, at('g'), '0', d.ohms + OHMS.strap);
          break;
        case 'fuse':
          add(id, at('a'), at('b'), fuseOhms(d.ratingA));
          this.limits.push({ id, element: id, most: d.ratingA });
          break;
        case 'relay':
          this.coils.push({ id, a: at('86'), b: at('85') });
          add(`${id}/coil`, at('86'), at('85'), d.coilOhms);
          if (d.suppression === 'resistor') add(`${id}/damp`, at('86'), at('85'), OHMS.damp);
          if (d.suppression === 'diode')
            elements.push({ kind: 'diode', id: `${id}/diode`, anode: at('85'), cathode: at('86') });
          contact('no', at('30'), at('87'), OHMS.contact, (_, pulled) => pulled.has(id));
          if (d.changeover) contact('nc', at('30'), at('87a'), OHMS.contact, (_, pulled) => !pulled.has(id));
          break;
        case 'switch':
          contact('no', at('com'), at('no'), OHMS.switch, (i) => signalHolds(d.signal, i.signals));
          contact('nc', at('com'), at('nc'), OHMS.switch, (i) => !signalHolds(d.signal, i.signals));
          this.limits.push(
            { id, element: `${id}/no`, most: d.ratingA },
            { id, element: `${id}/nc`, most: d.ratingA },
          );
          break;
        case 'inertia':
          contact('crash', at('a'), at('b'), OHMS.switch, (i) => !i.crashed);
          break;
        case 'ecu-output':
          contact('driver', at('out'), d.side === 'low' ? '0' : live, OHMS.driver, (i) =>
            signalHolds(d.signal, i.signals),
          );
          this.limits.push({ id, element: `${id}/driver`, most: d.ratingA });
          break;
        case 'connector':
          add(id, at('a'), at('b'), Math.max(1e-4, d.ohms));
          break;
        case 'load':
          this.loads.push({ id, plus: at('plus'), minus: at('minus') });
          add(id, at('plus'), at('minus'), d.ohms);
          break;
        case 'splice':
          break;
      }
    }
    for (const [id, w] of Object.entries(harness.wires)) {
      if (w.from === w.to) continue;
      add(`wire/${id}`, w.from, w.to, Math.max(1e-4, wireResistance(w.size, 'copper', WIRE_K) * w.lengthM));
      this.limits.push({ id, element: `wire/${id}`, most: SHORT });
    }
    this.network = new DcNetwork(elements);
  }

  /** The network with its contacts as they stand at these inputs; open ones are left out. */
  elementsAt(inputs: Inputs): DcElement[] {
    this.behave(inputs);
    return this.elements.filter((e) => e.kind !== 'resistor' || e.ohms < OPEN).map((e) => ({ ...e }));
  }

  /** What the harness does at one combination of inputs, from all relays at rest. */
  behave(inputs: Inputs): Behaviour {
    let pulled: ReadonlySet<string> = new Set<string>();
    const most = Math.min(2 * this.coils.length + 2, MOST_RELAY_TURNS);
    for (let turn = 0; turn <= most; turn++) {
      for (const c of this.contacts) c.element.ohms = c.conducts(inputs, pulled) ? c.closed : OPEN;
      const { solution } = this.network.solve();
      if (!solution) break;
      const next = new Set(
        this.coils.flatMap(({ id, a, b }) => {
          const volts = Math.abs(solution.volts(a) - solution.volts(b));
          return volts >= (pulled.has(id) ? DROP_OUT : PULL_IN) ? [id] : [];
        }),
      );
      const moved = [...this.coils].filter(({ id }) => next.has(id) !== pulled.has(id)).map(({ id }) => id);
      if (moved.length > 0 && turn < most) {
        pulled = next;
        continue;
      }
      return {
        loads: Object.fromEntries(
          this.loads.map(({ id, plus, minus }) => [
            id,
            stateOf(solution.volts(plus) - solution.volts(minus)),
          ]),
        ),
        overloaded: [
          ...new Set(this.limits.flatMap((l) => (Math.abs(solution.amps(l.element)) > l.most ? [l.id] : []))),
        ],
        buzzing: moved,
        amps: (id) => solution.amps(id),
        volts: (terminal) => solution.volts(terminal),
      };
    }
    return { loads: {}, overloaded: [], buzzing: [], amps: () => NaN, volts: () => NaN };
  }
}

const stateOf = (volts: number): LoadState =>
  volts >= ALIVE ? 'on' : volts <= -ALIVE ? 'reversed' : Math.abs(volts) < DEAD ? 'off' : 'weak';

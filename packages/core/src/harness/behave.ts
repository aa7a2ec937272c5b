import type { Harness } from '../document/job-document.ts';
import { DcNetwork, type DcElement } from '../engine/electric/dc-network.ts';
import type { Conducts, Inputs } from '../kinds/wiring/contract.ts';
import { terminalKey, type TerminalRef } from '../kinds/wiring/fields.ts';
import { deviceKind } from '../kinds/wiring/index.ts';
import { wireResistance } from '../kinds/wiring/wire/wire.ts';

export type { Inputs } from '../kinds/wiring/contract.ts';

export type LoadState = 'off' | 'weak' | 'on' | 'reversed';

export interface Behaviour {
  /** By load device id. */
  readonly loads: Readonly<Record<string, LoadState>>;
  /** Devices and wires that carry more than they may, by id. */
  readonly overloaded: readonly string[];
  /** Relays that pull in and let go for ever. */
  readonly buzzing: readonly string[];
  readonly amps: (id: string) => number;
  readonly volts: (at: TerminalRef) => number;
}

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
  readonly conducts: Conducts;
}

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
    const live = battery === undefined ? '0' : terminalKey({ device: battery, terminal: 'plus' });
    for (const [id, d] of Object.entries(harness.devices)) {
      const named = (name: string): string => (name === '' ? id : `${id}/${name}`);
      const limit = (name: string, most: number | undefined): void => {
        if (most !== undefined) this.limits.push({ id, element: named(name), most });
      };
      deviceKind(d).behavior(d, {
        id,
        live,
        at: (terminal) => terminalKey({ device: id, terminal }),
        resistor: (name, a, b, ohms, most) => {
          add(named(name), a, b, ohms);
          limit(name, most);
        },
        contact: (name, a, b, closed, conducts, most) => {
          this.contacts.push({ element: add(named(name), a, b, OPEN), closed, conducts });
          limit(name, most);
        },
        source: (plus, minus, volts, ohms) =>
          void elements.push({ kind: 'source', id, plus, minus, volts, ohms }),
        diode: (anode, cathode) => void elements.push({ kind: 'diode', id: `${id}/diode`, anode, cathode }),
        coil: (a, b) => void this.coils.push({ id, a, b }),
        load: (plus, minus) => void this.loads.push({ id, plus, minus }),
      });
    }
    for (const [id, w] of Object.entries(harness.wires)) {
      const [from, to] = [terminalKey(w.from), terminalKey(w.to)];
      if (from === to) continue;
      add(`wire/${id}`, from, to, Math.max(1e-4, wireResistance(w.size, 'copper', WIRE_K) * w.lengthM));
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
        volts: (terminal) => solution.volts(terminalKey(terminal)),
      };
    }
    return { loads: {}, overloaded: [], buzzing: [], amps: () => NaN, volts: () => NaN };
  }
}

const stateOf = (volts: number): LoadState =>
  volts >= ALIVE ? 'on' : volts <= -ALIVE ? 'reversed' : Math.abs(volts) < DEAD ? 'off' : 'weak';

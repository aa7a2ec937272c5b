import type { Device, Harness, PieceRef, TerminalRef } from '../document/job-document.ts';
import type { WireSize } from '../kinds/wiring/wire/wire.ts';

export interface WireFigures {
  readonly name: string;
  readonly color: string;
  readonly size: WireSize;
  readonly lengthM: number;
  /** Piece of a circuit it stands for. */
  readonly of?: PieceRef;
}

/** A terminal of a part. */
export const on = (device: string, terminal: string): TerminalRef => ({ device, terminal });

/** Longest name and id the job document takes. */
const NAME = 80;
const ID = 40;

/** A harness in the making: devices by id, wires in the order they are laid. */
export class Drawing {
  private readonly devices: Record<string, Device> = {};
  private readonly wires: Harness['wires'] = {};

  /** Adds a device, unless one of that id is there already. */
  device(id: string, device: Device): string {
    this.devices[id] ??= { ...device, name: this.freeName(device.name.slice(0, NAME)) };
    return id;
  }

  /** A number behind what comes before the first comma: "Boost switch 2, Pump 1". */
  private freeName(name: string): string {
    const taken = new Set(Object.values(this.devices).map((d) => d.name));
    if (!taken.has(name)) return name;
    const comma = name.indexOf(',');
    const [head, tail] = comma < 0 ? [name, ''] : [name.slice(0, comma), name.slice(comma)];
    for (let n = 2; ; n++) {
      const numbered = `${head.slice(0, NAME - tail.length - 4)} ${n}${tail}`;
      if (!taken.has(numbered)) return numbered;
    }
  }

  has(id: string): boolean {
    return id in this.devices;
  }

  /** An id no device has yet, made of a stem. */
  freeId(stem: string): string {
    const base = stem.slice(0, ID - 4);
    if (!this.has(base)) return base;
    let n = 2;
    while (this.has(`${base}-${n}`)) n += 1;
    return `${base}-${n}`;
  }

  wire(from: TerminalRef, to: TerminalRef, figures: WireFigures): void {
    const { of, ...rest } = figures;
    this.wires[`w${Object.keys(this.wires).length + 1}`] = {
      ...rest,
      name: figures.name.slice(0, NAME),
      from,
      to,
      ...(of === undefined ? {} : { of }),
    };
  }

  /** A control wire: 18 AWG, 3 ft until it is measured. */
  control(from: TerminalRef, to: TerminalRef, name: string, color: string): void {
    this.wire(from, to, { name, color, size: 'awg-18', lengthM: 0.9144 });
  }

  get harness(): Harness {
    return { devices: this.devices, wires: this.wires };
  }
}

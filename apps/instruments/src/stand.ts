import { createServer, type Server, type Socket } from 'node:net';
import { readJob } from '@venula/core/formats';
import { ISOLATIONS, MEASURED_IDS, type Isolation, type MeasuredId } from '@venula/core/prove';
import { Bench, type Setting } from './bench.ts';
import { FAULTS } from './faults.ts';
import { MODELS, speakerOf, type Model } from './instrument.ts';
import { onLines } from './lines.ts';
import { seeded } from './noise.ts';

/** Only this machine gets at them. */
const HOST = '127.0.0.1';
/** How long an instrument stays away once unplugged, at most, s. */
const MOST_AWAY_S = 600;

export interface Stand {
  /** Where the bench itself is told what the car does. */
  readonly controlPort: number;
  readonly ports: Readonly<Record<string, number>>;
  readonly close: () => Promise<void>;
}

/**
 * The simulated instruments, each on a port of its own, and the bench they are held against on another. Ports follow each other from
 * the first; 0 takes whatever is free.
 */
export async function openStand(firstPort: number, now: () => number = Date.now, seed = 1): Promise<Stand> {
  const bench = new Bench();
  const away = new Map<string, number>();
  const sockets = new Map<string, Set<Socket>>();
  const keep = (name: string, socket: Socket): void => {
    const own = sockets.get(name) ?? new Set();
    sockets.set(name, own.add(socket));
    socket.on('close', () => own.delete(socket));
  };
  const random = seeded(seed);
  const out = (name: string): boolean =>
    now() < (away.get(name) ?? 0) || (name === 'gauge' && bench.gaugeOut(now()));
  const unplug = (name: string, seconds: number): void => {
    away.set(name, now() + seconds * 1000);
    for (const socket of sockets.get(name) ?? []) socket.destroy();
  };
  const servers = await Promise.all([
    listening(firstPort, (socket) => {
      keep('bench', socket);
      onLines(socket, (line) => socket.write(`${JSON.stringify(told(line, bench, now, unplug))}\n`));
    }),
    ...MODELS.map((model, i) =>
      listening(firstPort === 0 ? 0 : firstPort + 1 + i, (socket) => {
        keep(model.name, socket);
        if (out(model.name)) return void socket.destroy();
        answer(socket, model, bench, now, random, () => out(model.name));
      }),
    ),
  ]);
  const portOf = (s: Server): number => (s.address() as { port: number }).port;
  return {
    controlPort: portOf(servers[0]),
    ports: Object.fromEntries(MODELS.map((m, i) => [m.name, portOf(servers[i + 1]!)])),
    close: async () => {
      for (const own of sockets.values()) for (const socket of own) socket.destroy();
      await Promise.all(servers.map((s) => new Promise((done) => s.close(done))));
    },
  };
}

function answer(
  socket: Socket,
  model: Model,
  bench: Bench,
  now: () => number,
  random: () => number,
  out: () => boolean,
): void {
  const speaker = speakerOf(model, (dimension) => bench.at(dimension, now()), random);
  socket.on('error', () => socket.destroy());
  onLines(socket, (line) => {
    if (out()) return void socket.destroy();
    const said = speaker.say(line);
    if (said !== null) socket.write(`${said}\n`);
  });
}

const listening = (port: number, meet: (socket: Socket) => void): Promise<Server> =>
  new Promise((done, failed) => {
    const server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      meet(socket);
    });
    server.once('error', failed);
    server.listen(port, HOST, () => done(server));
  });

type Told =
  | { readonly ok: true; readonly faults?: unknown; readonly fault?: string }
  | { readonly ok: false; readonly why: string };

/** One line of JSON to the bench: what the car does, what is wrong with it, what is drawn off, what is unplugged. */
function told(
  line: string,
  bench: Bench,
  now: () => number,
  unplug: (name: string, seconds: number) => void,
): Told {
  let said: Record<string, unknown>;
  try {
    said = JSON.parse(line) as Record<string, unknown>;
  } catch {
    return { ok: false, why: 'not JSON' };
  }
  switch (said['tell']) {
    case 'faults':
      return { ok: true, faults: FAULTS.map(({ id, name }) => ({ id, name })), fault: bench.faultId };
    case 'fault':
      if (!FAULTS.some((f) => f.id === said['fault'])) return { ok: false, why: 'no such fault' };
      bench.breakIt(String(said['fault']));
      return { ok: true };
    case 'draw-off':
      bench.drawOff(Math.max(0, Math.min(Number(said['m3']) || 0, 1e-4)));
      return { ok: true };
    case 'unplug':
      unplug(String(said['name']), Math.max(0, Math.min(Number(said['seconds']) || 0, MOST_AWAY_S)));
      return { ok: true };
    case 'setting': {
      const setting = settingOf(said);
      if (typeof setting === 'string') return { ok: false, why: setting };
      bench.set(setting, now());
      return { ok: true };
    }
    default:
      return { ok: false, why: 'say setting, fault, faults, draw-off or unplug' };
  }
}

/** What the car does, or why that cannot be. */
function settingOf(said: Record<string, unknown>): Setting | string {
  if (said['doing'] === 'nothing') return { doing: 'nothing' };
  if (said['doing'] === 'gas-hold') {
    const [pressurePa, volumeM3] = [Number(said['pressurePa']), Number(said['volumeM3'])];
    return pressurePa > 0 && volumeM3 > 0
      ? { doing: 'gas-hold', pressurePa, volumeM3 }
      : 'a gas hold has a pressure and a volume';
  }
  const read = readJob(JSON.stringify(said['document'] ?? null));
  if (!read.ok) return read.errors[0]?.message ?? 'no job';
  if (said['doing'] === 'fuel-hold')
    return ISOLATIONS.includes(said['isolation'] as Isolation)
      ? { doing: 'fuel-hold', doc: read.value, isolation: said['isolation'] as Isolation }
      : 'no such isolation';
  return MEASURED_IDS.includes(said['kind'] as MeasuredId)
    ? { doing: 'reading', doc: read.value, kind: said['kind'] as MeasuredId, stepId: String(said['stepId']) }
    : 'no such test';
}

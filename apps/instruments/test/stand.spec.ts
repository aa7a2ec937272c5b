import { connect } from 'node:net';
import { afterEach, describe, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { heldFuel } from '@venula/core/engine';
import { giveWithGas, measuredSteps } from '@venula/core/prove';
import { Bench } from '../src/bench.ts';
import { FAULTS } from '../src/faults.ts';
import { GAUGE, shows } from '../src/instrument.ts';
import { normal, seeded } from '../src/noise.ts';
import { nr3, NOT_A_NUMBER, OVERLOAD, ScpiSpeaker } from '../src/scpi.ts';
import { openStand, type Stand } from '../src/stand.ts';

const plain = fullReturnJob('x');
const gaugeReads = GAUGE.reads[0]!;

describe('What an instrument says', () => {
  const speaker = () => new ScpiSpeaker('A,B,C,1', { 'MEASure:PRESsure?': () => '+1.0E+05' });

  // SCPI-1999 volume 1, 6.2.1: long and short form in either case, nothing between; −113 by table 21-1.
  test('long and short headers, whatever their case, and nothing between', () => {
    for (const line of ['MEAS:PRES?', 'meas:pres?', 'MEASURE:PRESSURE?', ':Meas:Pressure? '])
      expect(speaker().say(line)).toBe('+1.0E+05');
    for (const line of ['MEASU:PRES?', 'MEAS:PRE?', 'MEAS:PRES', 'PRES?', 'MEAS:PRES?;*RST'])
      expect(speaker().say(line)).toBeNull();
  });

  test('it says who it is, keeps its errors in order, and forgets them when told', () => {
    const s = speaker();
    expect(s.say('*IDN?')).toBe('A,B,C,1');
    expect(s.say('SYST:ERR?')).toBe('0,"No error"');
    s.say('NONSENSE?');
    expect(s.say('SYSTEM:ERROR?')).toBe('-113,"Undefined header"');
    expect(s.say('SYST:ERR?')).toBe('0,"No error"');
    s.say('NONSENSE?');
    s.say('*CLS');
    expect(s.say('SYST:ERR?')).toBe('0,"No error"');
    for (let i = 0; i < 1000; i++) s.say(`X${i}?`);
    let kept = 0;
    while (!s.say('SYST:ERR?')!.startsWith('0')) kept++;
    expect(kept).toBeLessThan(20);
  });

  test('numbers go out and come back; no number and too much have their own', () => {
    for (const v of [0, 3e5, -12.34, 1.5e-7, 4e4]) expect(Number(nr3(v))).toBeCloseTo(v, 5);
    expect(nr3(3e5)).toBe('+3.00000E+05');
    expect(shows(gaugeReads, null, () => 0.5)).toBe(NOT_A_NUMBER);
    expect(shows(gaugeReads, gaugeReads.high * 2, () => 0.5)).toBe(OVERLOAD);
    expect(Number(shows(gaugeReads, 0, seeded(3)))).toBeGreaterThanOrEqual(0);
  });

  test('noise has the spread it says, and is the same from the same seed', () => {
    const random = seeded(7);
    const drawn = Array.from({ length: 4000 }, () => normal(random));
    const mean = drawn.reduce((s, v) => s + v, 0) / drawn.length;
    expect(Math.abs(mean)).toBeLessThan(0.05);
    expect(Math.sqrt(drawn.reduce((s, v) => s + v * v, 0) / drawn.length)).toBeCloseTo(1, 1);
    const [a, b] = [seeded(1), seeded(1)];
    expect([a(), a()]).toEqual([b(), b()]);
  });
});

describe('The car behind the instruments', () => {
  const reading = (bench: Bench, kind: 'base-pressure' | 'volts' | 'flow-catch', stepId: string) => {
    bench.set({ doing: 'reading', doc: plain, kind, stepId }, 0);
    const step = measuredSteps(kind, plain).find((s) => s.id === stepId)!;
    return bench.at((step.expects ?? step.unjudged)!.dimension, 0);
  };

  test('as planned it reads what the sheet predicts, and nothing where no probe is', () => {
    const bench = new Bench();
    for (const kind of ['base-pressure', 'volts', 'flow-catch'] as const)
      for (const s of measuredSteps(kind, plain)) {
        expect(reading(bench, kind, s.id)).toBeCloseTo((s.expects ?? s.unjudged)!.value, 3);
        expect(bench.at('angle', 0)).toBeNull();
      }
    bench.set({ doing: 'nothing' }, 0);
    expect(bench.at('pressure', 0)).toBeNull();
  });

  test.each(FAULTS.map((f) => f.id))(
    '“%s” can be found by a reading that leaves its band, or by a hold',
    (id) => {
      const bench = new Bench();
      bench.breakIt(id);
      const off = (
        ['winding', 'volts', 'base-pressure', 'reference', 'flow-catch', 'running'] as const
      ).flatMap((kind) =>
        measuredSteps(kind, plain).flatMap((s) => {
          const { dimension, value, low, high } = {
            low: -Infinity,
            high: Infinity,
            ...(s.expects ?? s.unjudged)!,
          };
          bench.set({ doing: 'reading', doc: plain, kind, stepId: s.id }, 0);
          const there = bench.at(dimension, 0)!;
          return there < low || there > high || (s.unjudged && Math.abs(there - value) > 20e3) ? [s.id] : [];
        }),
      );
      bench.set({ doing: 'fuel-hold', doc: plain, isolation: 'open' }, 0);
      const falls = bench.at('pressure', 0)! - bench.at('pressure', 600e3)!;
      const silent = bench.gaugeOut(13_000);
      expect([id, off.length > 0 || falls > 1e3 || silent]).toEqual([id, id !== 'none']);
    },
  );

  test('the screw is turned at the setting: what was found low reads right once it is locked', () => {
    const bench = new Bench();
    bench.breakIt('set-low');
    const before = reading(bench, 'base-pressure', 'base:before')!;
    const locked = reading(bench, 'base-pressure', 'base:locked')!;
    expect(locked - before).toBeCloseTo(41_368, -3);
  });

  // By hand: at the start the pressure falls by leak over give a second.
  test('a hold falls with its leak, and not once that way is capped', () => {
    const bench = new Bench();
    bench.breakIt('leaks-back');
    const give = giveWithGas(heldFuel(plain).give, 4e-6, 300e3 + 101_325);
    bench.set({ doing: 'fuel-hold', doc: plain, isolation: 'open' }, 0);
    expect((bench.at('pressure', 0)! - bench.at('pressure', 1000)!) / (1e-7 / give)).toBeCloseTo(1, 1);
    expect(bench.at('pressure', 1e7)).toBe(0);
    bench.set({ doing: 'fuel-hold', doc: plain, isolation: 'return-capped' }, 0);
    expect(bench.at('pressure', 600e3)).toBe(bench.at('pressure', 0));
    bench.drawOff(1e-6);
    expect(300e3 - bench.at('pressure', 600e3)!).toBeCloseTo(1e-6 / give, -1);
    bench.set({ doing: 'gas-hold', pressurePa: 70e3, volumeM3: 1e-3 }, 0);
    expect(bench.at('pressure', 0)).toBe(70e3);
    expect(bench.at('pressure', 60e3)).toBeLessThan(70e3);
  });
});

describe('On the line', () => {
  let stand: Stand | null = null;
  afterEach(async () => {
    await stand?.close();
    stand = null;
  });

  /** One question to a port; null where the connection is closed instead. */
  const ask = (port: number, line: string): Promise<string | null> =>
    new Promise((done) => {
      const socket = connect({ host: '127.0.0.1', port });
      let heard = '';
      socket.on('data', (d) => {
        heard += String(d);
        if (!heard.includes('\n')) return;
        socket.destroy();
        done(heard.split('\n')[0]!);
      });
      socket.on('error', () => done(null));
      socket.on('close', () => done(null));
      // Cut in two: a line is whole only at its end.
      socket.write(line.slice(0, 3));
      setTimeout(() => socket.write(`${line.slice(3)}\n`), 5);
    });
  const tell = async (what: object) =>
    JSON.parse((await ask(stand!.controlPort, JSON.stringify(what)))!) as { ok: boolean; why?: string };

  test('told what is read, the gauge shows it; unplugged it is gone, and comes back', async () => {
    let now = 0;
    stand = await openStand(0, () => now);
    expect(await ask(stand.ports['gauge']!, '*IDN?')).toContain('PRESSURE GAUGE');
    expect(await ask(stand.ports['gauge']!, 'MEAS:PRES?')).toBe(NOT_A_NUMBER);
    const step = { tell: 'setting', doing: 'reading', kind: 'base-pressure', stepId: 'base:locked' };
    expect((await tell({ ...step, document: plain })).ok).toBe(true);
    expect(Number(await ask(stand.ports['gauge']!, 'MEAS:PRES?')) / 1e3).toBeCloseTo(300, -1);
    expect((await tell({ tell: 'unplug', name: 'gauge', seconds: 5 })).ok).toBe(true);
    expect(await ask(stand.ports['gauge']!, 'MEAS:PRES?')).toBeNull();
    expect(await ask(stand.ports['meter']!, 'MEAS:VOLT?')).toBe(NOT_A_NUMBER);
    now = 6000;
    expect(Number(await ask(stand.ports['gauge']!, 'MEAS:PRES?'))).toBeGreaterThan(0);
  });

  test('nonsense to the bench is refused with its reason, and it goes on', async () => {
    stand = await openStand(0);
    expect(await ask(stand.controlPort, 'not json at all')).toContain('not JSON');
    for (const what of [
      { tell: 'nothing known' },
      { tell: 'fault', fault: 'imps' },
      { tell: 'setting', doing: 'reading', kind: 'volts', stepId: 'x', document: { format: 'other' } },
      { tell: 'setting', doing: 'reading', kind: 'no such test', stepId: 'x', document: plain },
      { tell: 'setting', doing: 'fuel-hold', isolation: 'upside down', document: plain },
      { tell: 'setting', doing: 'gas-hold', pressurePa: 'x' },
    ])
      expect(await tell(what)).toEqual({ ok: false, why: expect.any(String) as unknown });
    expect((await tell({ tell: 'faults' })).ok).toBe(true);
  });
});

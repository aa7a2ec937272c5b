import { describe, expect, test } from '@jest/globals';
import type { SegmentOf } from '../../src/document/job-document.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { setOrigin } from '../../src/public/edit.ts';
import { wireAmpacity } from '../../src/public/engine.ts';
import { readJob, writeJob } from '../../src/public/formats.ts';
import { applied, found } from '../support/examples.ts';
import { remove, replace } from '../support/finding-cases.ts';

const plain = fullReturnJob('x');
const SEGMENTS = '/wiring/circuits/pump-circuit/segments';
const findings = (doc: JobDocument) => evaluatePlan(doc).findings;
const at = (doc: JobDocument, code: string, id: string) =>
  findings(doc).find((f) => f.code === code && f.place.id === id);

describe('a return that is overrun', () => {
  const back = (lengthM: number) =>
    found(
      findings(
        applied(plain, [
          replace('/plumbing/elements/return/dash', 4),
          replace('/plumbing/elements/return/lengthM', lengthM),
        ]),
      ),
      'RETURN_OVERRUN',
    );
  /** What must go back against what can, read out of the sentence, as a share. */
  const over = (text: string) => Number(/: (\d+)% too much/.exec(text)![1]) / 100;

  test('by little is a fix that says by how much; by more than a tenth a stop', () => {
    const lengths = [4.4, 4.6, 4.8, 5, 5.2, 5.5, 6, 7];
    const told = lengths.map(back).filter((f) => f !== undefined);
    expect(new Set(told.map((f) => f.severity))).toEqual(new Set(['fix', 'stop']));
    for (const f of told) {
      if (over(f.why.text) < 0.1) expect(f.severity).toBe('fix');
      if (over(f.why.text) > 0.1) expect(f.severity).toBe('stop');
      expect(/near its limit.*hit-or-miss in practice/.test(f.title)).toBe(f.severity === 'fix');
    }
    // A return that carries it is not told of.
    expect(back(2)).toBeUndefined();
  });

  test('what is told as a fix is cleared by the return that is offered', () => {
    const doc = applied(plain, [replace('/plumbing/elements/return/dash', 4)]);
    const near = found(findings(doc), 'RETURN_OVERRUN')!;
    expect(near.severity).toBe('fix');
    expect(found(findings(applied(doc, near.fixes[0]!.patch)), 'RETURN_OVERRUN')).toBeUndefined();
  });
});

describe('copper-clad wire', () => {
  test('is limited by its joints: better insulation lets it carry no more', () => {
    const wire = (conductor: 'copper' | 'copper-clad', insulationK: number) => {
      const feed = plain.wiring.circuits['pump-circuit']!.segments['feed-1'] as SegmentOf<'wire'>;
      return wireAmpacity(plain, { ...feed, conductor, insulationK });
    };
    expect(wire('copper', 423.15)).toBeGreaterThan(wire('copper', 378.15));
    expect(wire('copper-clad', 423.15)).toBe(wire('copper-clad', 378.15));
    expect(wire('copper-clad', 363.15)).toBeLessThan(wire('copper-clad', 378.15));
  });

  test('and says so', () => {
    const doc = applied(plain, [replace(`${SEGMENTS}/feed-1/conductor`, 'copper-clad')]);
    expect(at(doc, 'WIRE_COPPER_CLAD', 'feed-1')!.why.text).toContain('Its joints limit it');
  });
});

describe('a joint by its heat', () => {
  const chassis = (ohms: number) => applied(plain, [replace(`${SEGMENTS}/chassis/ohms`, ohms)]);
  const heat = (title: string) => Number(/turns ([\d.]+) W/.exec(title)![1]);

  test('over 3 W is a fix and over 15 W a stop, whatever its volts', () => {
    for (const ohms of [0.006, 0.01, 0.015, 0.02, 0.03, 0.05, 0.08, 0.1, 0.12, 0.2]) {
      const f = at(chassis(ohms), 'JOINT_DROP', 'chassis');
      if (!f) continue;
      if (heat(f.title) > 15) expect(f.severity).toBe('stop');
      else if (heat(f.title) > 3) expect(f.severity).toBe('fix');
      const mended = f.fixes.map((fix) => at(applied(chassis(ohms), fix.patch), 'JOINT_DROP', 'chassis'));
      expect(mended.filter((m) => m && m.severity !== 'note')).toEqual([]);
    }
    expect(at(chassis(0.2), 'JOINT_DROP', 'chassis')!.severity).toBe('stop');
    expect(at(chassis(0.03), 'JOINT_DROP', 'chassis')!.severity).toBe('fix');
    expect(at(chassis(0.003), 'JOINT_DROP', 'chassis')).toBeUndefined();
  });

  test('a resistance nobody entered or measured makes at most a note that asks for a reading', () => {
    // Ethanol pumps of the 470 class on one relay, at twice their current.
    const doc = applied(plain, [
      replace('/brief/basePressurePa', 600e3),
      replace(
        '/plumbing/elements/pump/curve',
        (() => {
          const pump = PATTERNS.find((p) => p.id === 'speed-controlled')!.job('x').plumbing.elements['pump']!;
          if (pump.kind !== 'pump') throw new Error('no pump');
          return pump.curve;
        })(),
      ),
    ]);
    const joints = findings(doc).filter((f) => f.code === 'JOINT_DROP');
    expect(joints.length).toBeGreaterThan(0);
    for (const f of joints) {
      expect(f.severity).toBe('note');
      expect(f.why.text).toContain('Measure this joint');
    }
    const relay = joints.find((f) => f.place.name.toLowerCase().includes('relay'))!;
    const path = `${SEGMENTS}/${relay.place.id}`;
    // The same figure as a reading is judged: its heat passes 3 W.
    const read = applied(doc, setOrigin(doc, `${path}/contactOhms`, 0.005, 'measured'));
    const judged = at(read, 'JOINT_DROP', relay.place.id)!;
    expect(heat(judged.title)).toBeGreaterThan(3);
    expect(judged.severity).toBe('fix');
  });
});

describe('the battery of an older job', () => {
  const cranks = (electrical: Readonly<Record<string, unknown>>) => {
    const doc = structuredClone(plain) as unknown as { brief: { electrical: Record<string, unknown> } };
    Object.assign(doc.brief.electrical, electrical);
    const read = readJob(JSON.stringify(doc));
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    return read.value;
  };
  const low = (doc: JobDocument) => found(findings(doc), 'CRANKING_DIP');

  test('its resistance counts while cranking: no smaller default takes its place', () => {
    const old = low(cranks({ crankingA: 200, sourceOhms: 0.019 }))!;
    expect(old.title).toMatch(/8\.60 V/);
    expect(writeJob(cranks({ crankingA: 200, sourceOhms: 0.019 }))).not.toContain('crankingOhms');
    expect(low(plain)).toBeUndefined();
    // What is entered for cranking itself wins.
    expect(low(cranks({ crankingA: 200, sourceOhms: 0.019, crankingOhms: 0.006 }))).toBeUndefined();
  });
});

describe('the sender in a speed map', () => {
  const map = (change: Readonly<Record<string, number>>) => {
    const doc = PATTERNS.find((p) => p.id === 'speed-controlled')!.job('x');
    return applied(
      doc,
      Object.entries(change).map(([key, value]) => ({
        op: 'add' as const,
        path: `/plumbing/elements/pump/speed/${key}`,
        value,
      })),
    );
  };
  const told = (doc: JobDocument) =>
    findings(doc)
      .filter((f) => f.code.startsWith('MAP_'))
      .map((f) => `${f.severity} ${f.code}`);

  test('is judged for its proof pressure, for full speed, and for its span', () => {
    // 22 psi of boost.
    expect(told(map({}))).toEqual([]);
    expect(told(map({ sensorHighPa: 140e3 }))).toEqual(['note MAP_SENSOR_SPAN']);
    expect(told(map({ sensorHighPa: 90e3 }))).toEqual(['fix MAP_SENSOR_PROOF']);
    expect(told(map({ sensorHighPa: 90e3, sensorProofPa: 300e3 }))).toEqual(['note MAP_SENSOR_SPAN']);
    expect(told(map({ sensorProofPa: 150e3 }))).toEqual(['stop MAP_SENSOR_PROOF']);
    const never = map({ fullV: 4.6 });
    expect(told(never)).toEqual(['fix MAP_NEVER_FULL']);
    expect(told(applied(never, found(findings(never), 'MAP_NEVER_FULL')!.fixes[0]!.patch))).toEqual([]);
  });
});

describe('wire in a place hotter than it withstands', () => {
  const hot = applied(plain, [replace('/brief/electrical/engineBayK', 403.15)]);

  test('is told by the two temperatures, not as 0.0 A, and other insulation cures it', () => {
    const told = at(hot, 'WIRE_OVERLOADED', 'feed-1')!;
    expect(told.severity).toBe('stop');
    expect(told.title).toMatch(/good to 257°F \(125°C\) in a place of 266°F \(130°C\)/);
    expect(JSON.stringify(findings(hot))).not.toMatch(/\b0\.0 A/);
    expect(found(findings(hot), 'FUSE_OVER_WIRE')).toBeUndefined();
    const [fix] = told.fixes;
    expect(fix!.label).toMatch(/insulation good to 302°F \(150°C\)/);
    expect(at(applied(hot, fix!.patch), 'WIRE_OVERLOADED', 'feed-1')).toBeUndefined();
  });

  test('without a fuse the sentence names no amperes either', () => {
    const bare = applied(hot, [
      remove(`${SEGMENTS}/fuse`),
      replace(
        '/wiring/circuits/pump-circuit/feed',
        plain.wiring.circuits['pump-circuit']!.feed.filter((id) => id !== 'fuse'),
      ),
    ]);
    expect(JSON.stringify(findings(bare))).not.toMatch(/\b0\.0 A/);
  });
});

import { describe, expect, test } from '@jest/globals';
import type { SegmentOf } from '../../src/document/job-document.ts';
import { trappedVolumes } from '../../src/engine/trapped.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { wireAmpacity } from '../../src/public/engine.ts';
import { checkJob } from '../../src/public/formats.ts';
import { gasDecay } from '../../src/public/prove.ts';
import { absolute, gauge } from '../../src/public/quantities.ts';
import { applied, found } from '../support/examples.ts';
import { PSI } from '../support/units.ts';

const job = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const findings = (doc: JobDocument) => evaluatePlan(doc).findings;
const set = (doc: JobDocument, path: string, value: unknown): JobDocument =>
  applied(doc, [{ op: 'replace', path, value }]);

describe('closed volumes are judged each on its own', () => {
  /** Two capped rails, each behind a check valve of its own: one spur in push-on hose, one in steel tube. */
  const twoRails = (): JobDocument => {
    const doc = job('regulator-before-rail');
    const check = { kind: 'check-valve', name: 'Check', crackPa: 2000, k: 2.5, boreM: 0.0103 };
    const spur = doc.plumbing.elements['spur']!;
    const path = doc.plumbing.paths['spur']!;
    return applied(doc, [
      {
        op: 'add',
        path: '/plumbing/junctions/rail-2',
        value: { ...doc.plumbing.junctions['rail']!, name: 'Rail 2' },
      },
      { op: 'add', path: '/plumbing/elements/check-1', value: check },
      { op: 'add', path: '/plumbing/elements/check-2', value: check },
      {
        op: 'replace',
        path: '/plumbing/elements/spur',
        value: { ...spur, hose: 'push-on', zone: 'under-body', lengthM: 3, dash: 10 },
      },
      {
        op: 'add',
        path: '/plumbing/elements/spur-2',
        value: { ...spur, name: 'Spur 2', hose: 'hard-steel', zone: 'engine-bay' },
      },
      { op: 'replace', path: '/plumbing/paths/spur/order', value: ['check-1', 'spur'] },
      {
        op: 'add',
        path: '/plumbing/paths/spur-2',
        value: { ...path, name: 'Spur 2', to: 'rail-2', order: ['check-2', 'spur-2'] },
      },
    ]);
  };

  test('two rails behind two valves are two volumes: the soft hose of one does not help the other', () => {
    const doc = twoRails();
    expect(checkJob(doc).ok).toBe(true);
    const volumes = trappedVolumes(doc);
    expect(volumes.map((v) => v.rails)).toEqual([['rail-2'], ['rail']]);
    const [steel, soft] = volumes as [(typeof volumes)[0], (typeof volumes)[0]];
    // Steel tube and aluminum rail: β·40/(1/K + C) by hand is some 39 MPa for gasoline with 10 % ethanol.
    expect(steel.rise).toBeGreaterThan(5000 * PSI);
    expect(soft.rise).toBeLessThan(100 * PSI);
    const told = findings(doc).filter((f) => f.code === 'TRAPPED_VOLUME');
    expect(told.map((f) => [f.place.id, f.severity])).toEqual([
      ['check-2', 'stop'],
      ['check-1', 'fix'],
    ]);
    // Told as the warming that is too much, never as a pressure no part would live to see.
    expect(told[0]!.title).toMatch(
      /passes 101\.5 psi \(700\.0 kPa\) after less than 2°F \(1°C\) of warming\.$/,
    );
    expect(told[1]!.title).toMatch(/rises to some [\d.]+ psi \([\d.]+ kPa\) as the engine heats it\.$/);
    for (const f of told) {
      const numbers = [...`${f.title} ${f.why.text}`.matchAll(/([\d,.]+) psi/g)].map((m) =>
        Number(m[1]!.replace(',', '')),
      );
      expect(Math.max(...numbers)).toBeLessThan(2000);
    }
    // By hand: what is left to the injectors' limit over the rise for each degree.
    const left = doc.brief.injectors.maxDifferentialPa - doc.brief.basePressurePa;
    expect(told[1]!.value).toBeCloseTo(left / soft.perKelvin, 6);
    // Taking one valve out frees its own volume and leaves the other's finding where it is.
    const after = findings(applied(doc, told[0]!.fixes[0]!.patch)).filter((f) => f.code === 'TRAPPED_VOLUME');
    expect(after.map((f) => f.place.id)).toEqual(['check-1']);
  });

  test('a rail behind a blocking regulator is a stop: hose upstream of the regulator gives it no room', () => {
    // The rail's own side is short PTFE; the feed up to the regulator is long and soft.
    const doc = Object.entries(job('blocking').plumbing.elements).reduce(
      (d, [id, e]) =>
        e.kind === 'run' ? set(d, `/plumbing/elements/${id}/hose`, id === 'feed' ? 'push-on' : 'ptfe') : d,
      job('blocking'),
    );
    const [volume] = trappedVolumes(doc);
    expect(volume!.rails).toEqual(['rail']);
    expect(volume!.runs).not.toContain('feed');
    expect(found(findings(doc), 'TRAPPED_VOLUME')!.severity).toBe('stop');
  });
});

describe('a circuit without a fuse', () => {
  const bare = (doc: JobDocument): JobDocument => {
    const circuit = doc.wiring.circuits['pump-circuit']!;
    const { fuse: _out, ...segments } = circuit.segments;
    return set(doc, '/wiring/circuits/pump-circuit', {
      ...circuit,
      segments,
      feed: circuit.feed.filter((id) => id !== 'fuse'),
    });
  };
  const sized = (size: string): JobDocument =>
    ['feed-1', 'feed-2', 'ground-1'].reduce(
      (d, id) => set(d, `/wiring/circuits/pump-circuit/segments/${id}/size`, size),
      bare(fullReturnJob('x')),
    );

  test.each(['awg-18', 'awg-14', 'awg-10', 'awg-6', 'mm2-1', 'mm2-2.5'])(
    'on %s wire is never offered a fuse above what the wire stands',
    (size) => {
      const doc = sized(size);
      const finding = found(findings(doc), 'NO_FUSE')!;
      expect(finding.severity).toBe('stop');
      for (const fix of finding.fixes) {
        const after = applied(doc, fix.patch);
        const segments = Object.values(after.wiring.circuits['pump-circuit']!.segments);
        const fuse = segments.find((s): s is SegmentOf<'fuse'> => s.kind === 'fuse')!;
        for (const s of segments)
          if (s.kind === 'wire') expect(fuse.ratingA).toBeLessThanOrEqual(wireAmpacity(after, s));
        const left = findings(after);
        expect(found(left, 'NO_FUSE')).toBeUndefined();
        expect(found(left, 'FUSE_OVER_WIRE')).toBeUndefined();
        expect(found(left, 'FUSE_LOADED')).toBeUndefined();
      }
      expect(finding.fixes.length).toBe(1);
    },
  );
});

describe('a joint that loses volts', () => {
  const ground = (ohms: number): JobDocument =>
    set(fullReturnJob('x'), '/wiring/circuits/pump-circuit/segments/chassis/ohms', ohms);
  const told = (ohms: number) =>
    findings(ground(ohms)).find((f) => f.code === 'JOINT_DROP' && f.place.id === 'chassis');

  test('a ground point of 0.25 Ω is a stop with its heat in watts, and the fix clears it', () => {
    const finding = told(0.25)!;
    expect(finding.severity).toBe('stop');
    expect(finding.value).toBeGreaterThan(2);
    expect(finding.title).toMatch(/\d+ W into heat/);
    const mended = findings(applied(ground(0.25), finding.fixes[0]!.patch));
    expect(mended.some((f) => f.code === 'JOINT_DROP' && f.place.id === 'chassis')).toBe(false);
  });

  test('the worse the joint the worse the word: sound says nothing, then fix, then stop', () => {
    expect(told(0.003)).toBeUndefined();
    expect(told(0.02)!.severity).toBe('fix');
    expect(told(0.1)!.severity).toBe('fix');
    expect(told(0.3)!.severity).toBe('stop');
  });
});

describe('a gas hold whose pressure rises', () => {
  const hold = (to: number, kelvinTo: number, resolution: number) =>
    gasDecay({ volume: 1e-3, resolution, limit: 1e-6, barometric: absolute(101_325) }, [
      { atS: 0, pressure: gauge(70e3), kelvin: 293.15 },
      { atS: 900, pressure: gauge(to), kelvin: kelvinTo },
    ]).verdict.kind;

  test.each([100, 500, 6895])('is never a pass, with a gauge that shows %d Pa', (step) => {
    for (const rise of [Math.max(step, 700), 2 * step + 700, 10e3])
      expect(hold(70e3 + rise, 293.15, step)).toBe('rising');
    expect(hold(70e3, 293.15, step)).toBe('pass');
  });

  test('is no rise where the line warmed by as much: pressure follows absolute temperature', () => {
    const warmed = ((70e3 + 101_325) * 303.15) / 293.15 - 101_325;
    expect(hold(warmed, 303.15, 500)).toBe('pass');
    expect(hold(warmed + 5e3, 303.15, 500)).toBe('rising');
  });
});

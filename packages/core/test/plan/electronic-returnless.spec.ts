import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { USUAL_DRIVER } from '../../src/public/kinds.ts';
import { applied, found } from '../support/examples.ts';
import { PSI } from '../support/units.ts';

/** A controller that drives the pump: it holds its pressure with the duty that takes, within what its driver gives. */
const base = PATTERNS.find((p) => p.id === 'electronic-returnless')!.job('x');
const states = (doc: JobDocument) => evaluateStates(doc).filter((s) => s.state.pumpsOn && !s.state.forced);
const set = (doc: JobDocument, field: string, value: unknown): JobDocument =>
  applied(doc, [{ op: 'add', path: `/plumbing/elements/pump/driver/${field}`, value }]);
const harder = (doc: JobDocument, times: number): JobDocument => ({
  ...doc,
  brief: { ...doc.brief, pull: doc.brief.pull.map((p) => ({ ...p, powerW: p.powerW * times })) },
});

describe('a driven pump', () => {
  test('holds the rail at its pressure in every state, by duty alone: no regulator, no bypass', () => {
    for (const s of states(base)) {
      expect(Math.abs(s.values!.railGauge - s.values!.required)).toBeLessThan(500);
      expect(s.values!.regulator).toBeNull();
    }
    const duties = states(base).map((s) => s.values!.pumps[0]!.command!);
    for (const duty of duties) expect(duty).toBeLessThan(1);
    const at = (id: string) => states(base).find((s) => s.state.id === id)!.values!.pumps[0]!.command!;
    expect(at('pull-3')).toBeGreaterThan(at('idle') + 0.1);
  });

  test('by hand: at its duty the pump delivers what the engine takes, on that share of its volts', () => {
    const pull = states(base).find((s) => s.state.id === 'pull-3')!;
    const pump = pull.values!.pumps[0]!;
    expect(pump.flow).toBeCloseTo(pull.state.draw, 9);
    // The supply sees duty times the motor's current: what goes in as power comes out as power.
    expect(pump.current * pump.volts).toBeLessThan(pump.volts * 15);
  });

  test('holds over the manifold or over the air, as it is set', () => {
    const air = set(base, 'follows', false);
    const rail = (doc: JobDocument, id: string) =>
      states(doc).find((s) => s.state.id === id)!.values!.railGauge / PSI;
    expect(rail(base, 'idle')).toBeCloseTo(55 - 10, 0);
    expect(rail(air, 'idle')).toBeGreaterThan(rail(base, 'idle') + 5);
  });

  test('its driver is a limit of its own: amperes hold it back, less of them hold it back more, and a larger pump is no cure', () => {
    const margins = [15, 9, 7, 5].map(
      (amps) =>
        evaluatePlan(set(base, 'mostA', amps)).states.find((s) => s.state.id === 'pull-3')!.values!.margin!,
    );
    for (let i = 1; i < margins.length; i++) expect(margins[i]!).toBeLessThanOrEqual(margins[i - 1]! + 1e-6);
    const weak = harder(set(base, 'mostA', 6), 1.3);
    const limit = found(evaluatePlan(weak).findings, 'DRIVER_LIMIT')!;
    expect(limit.severity).toBe('stop');
    for (const s of states(weak)) expect(s.values!.pumps[0]!.current).toBeLessThan(6.01);
    expect(found(evaluatePlan(base).findings, 'DRIVER_LIMIT')).toBeUndefined();
  });

  test('less duty is less pressure at the end, never more', () => {
    const least = (duty: number) =>
      Math.min(
        ...states(harder(set(base, 'mostDuty', duty), 1.4))
          .filter((s) => s.state.kind === 'pull')
          .map((s) => s.values!.railGauge),
      );
    expect(least(0.6)).toBeLessThan(least(0.8));
    expect(least(0.8)).toBeLessThanOrEqual(least(1) + 1);
  });

  test('in the heat its module lets swelling fuel back before injectors are held shut', () => {
    const soak = evaluateStates(base).find((s) => s.state.kind === 'hot-soak')!.values!;
    expect(soak.railGauge / 1e3).toBeGreaterThan(55 * 6.9 * 0.9);
    expect(soak.railGauge / 1e3).toBeLessThan(660);
    expect(evaluatePlan(base).findings.map((f) => f.code)).not.toContain('TRAPPED_VOLUME');
  });

  test('a bypass regulator beside it fights it', () => {
    const job = PATTERNS.find((p) => p.id === 'full-return')!.job('x');
    const both = applied(job, [
      { op: 'add', path: '/plumbing/elements/pump/driver', value: { ...USUAL_DRIVER, mostA: 20 } },
    ]);
    expect(found(evaluatePlan(both).findings, 'DRIVER_FOUGHT')!.severity).toBe('fix');
  });
});

import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '@venula/core/advise';
import { PATTERNS, type JobDocument } from '@venula/core/document';
import { addLoad, applyPatch, setTap } from '@venula/core/edit';
import { circuitOf } from '@venula/core/engine';
import { circuitOrder } from '../src/features/wire/volts/circuit-order.ts';
import { segmentCaption, wireTrack } from '../src/features/wire/volts/wire-loop.ts';

const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
const patched = (doc: JobDocument, patch: Parameters<typeof applyPatch>[1]): JobDocument => {
  const after = applyPatch(doc, patch);
  if (!after.ok) throw new Error(JSON.stringify(after.errors));
  return after.value;
};
const at = (doc: JobDocument, stateId: string) => {
  const plan = evaluatePlan(doc);
  const values = plan.states.find((s) => s.state.id === stateId)!.values!;
  const circuit = (loadId: string) => circuitOf(values, loadId);
  return { plan, circuit };
};

describe('a circuit on the track', () => {
  const { plan, circuit } = at(twin, 'idle');
  const solution = circuit('pump-1')!;
  const track = wireTrack(twin, 'circuit-1', 'Pump 1', solution, plan.findings, 'us');
  const [feed, ground] = track.paths;

  test('volts fall piece by piece from the post to the load, and home again to zero', () => {
    expect(feed!.items[0]!.before).toBeCloseTo(solution.sourceVolts, 9);
    for (const path of [feed!, ground!])
      path.items.forEach((item, i) => {
        expect(item.after).toBeLessThanOrEqual(item.before);
        if (i > 0) expect(item.before).toBe(path.items[i - 1]!.after);
      });
    expect(ground!.items.at(-1)!.after).toBeCloseTo(0, 9);
    const across = feed!.items.at(-1)!.after - ground!.items[0]!.before;
    expect(across).toBeCloseTo(solution.loadVolts, 6);
  });

  test('pieces say their size and length, slack counted in', () => {
    const wire = twin.wiring.circuits['circuit-1']!.segments['feed-1']!;
    expect(segmentCaption(wire, 'metric')).toBe('10 AWG, 1.20 m');
    expect(segmentCaption({ ...wire, slackM: 0.3 } as typeof wire, 'metric')).toBe('10 AWG, 1.50 m');
  });

  test('a shared piece stands on both tracks, under the circuit it was drawn in', () => {
    const tapped = patched(
      twin,
      setTap(twin, 'circuit-2', 'feedFrom', { circuitId: 'circuit-1', after: 'feed-1' }),
    );
    const pull = at(tapped, 'pull-3');
    const shared = wireTrack(tapped, 'circuit-2', 'Pump 2', pull.circuit('pump-2'), [], 'us').paths[0]!;
    expect(shared.items.slice(0, 3).map((i) => i.id)).toEqual(['circuit-1/fuse', 'circuit-1/feed-1', 'fuse']);
  });

  test('a finding marks the piece of its own circuit and not its namesake', () => {
    const thin = patched(twin, [
      { op: 'replace', path: '/wiring/circuits/circuit-2/segments/feed-2/conductor', value: 'copper-clad' },
    ]);
    const { findings } = evaluatePlan(thin);
    const marked = (id: string) =>
      wireTrack(thin, id, 'Pump', undefined, findings, 'us').paths[0]!.items.find((i) => i.id === 'feed-2')!
        .severity;
    expect(marked('circuit-2')).toBeDefined();
    expect(marked('circuit-1')).toBeUndefined();
  });
});

test('circuits are shown pumps first, whatever order they are stored in', () => {
  const doc = patched(twin, addLoad(twin, 'fan').patch);
  const { circuits } = doc.wiring;
  const turned = {
    ...doc,
    wiring: { ...doc.wiring, circuits: Object.fromEntries(Object.entries(circuits).reverse()) },
  };
  expect(circuitOrder(turned)).toEqual(['circuit-1', 'circuit-2', 'circuit']);
  expect(circuitOrder(turned)).toEqual(circuitOrder(doc));
});

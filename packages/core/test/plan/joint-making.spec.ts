import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { sayMade } from '../../src/public/edit.ts';
import { jobSheet } from '../../src/public/prove.ts';
import { billOfMaterials, connectionsOf, jointList, toolList } from '../../src/public/supply.ts';
import { applied } from '../support/examples.ts';
import { jointOf } from '../support/joint-cases.ts';

/** How joints and lines are made, as list, tools, sheet and joint page say it. */

const plain = fullReturnJob('x');
const feedAs = (hose: string, ends: readonly string[]): JobDocument =>
  applied(plain, [
    { op: 'replace', path: '/plumbing/elements/feed/hose', value: hose },
    { op: 'replace', path: '/plumbing/elements/feed/dash', value: 6 },
    { op: 'replace', path: '/plumbing/elements/feed/ends', value: ends },
  ]);
const making = (doc: JobDocument): string => jobSheet(doc).find((s) => s.id === 'make:feed')!.how!;
const flaringTool = (doc: JobDocument) => toolList(doc).filter((t) => t.name.startsWith('Flaring tool'));

describe('a line is made as its ends are', () => {
  test('quick connectors click on by hand: no wrench, no flare', () => {
    const doc = feedAs('hard-steel', ['quick', 'quick']);
    const bought = billOfMaterials(doc).filter((l) => l.part.startsWith('Quick connector -6'));
    expect(bought.map((l) => [l.quantity, l.note])).toEqual([[2, 'clicks on by hand, no wrench']]);
    expect(making(doc)).not.toMatch(/flare|wrench/i);
    expect(flaringTool(doc)).toEqual([]);
    const snaps = jobSheet(doc).filter((s) => s.how?.startsWith('Quick connector'));
    expect(snaps.length).toBeGreaterThan(0);
    for (const s of snaps) expect(s.how).not.toMatch(/Two wrenches|flare joint/);
  });

  test('a tube is flared where it has a nut, and only there', () => {
    expect(making(feedAs('hard-steel', ['straight', 'straight']))).toContain('37° single flare');
    expect(flaringTool(feedAs('hard-steel', ['straight', 'straight']))).toHaveLength(1);
    const half = making(feedAs('hard-steel', ['quick', 'straight']));
    expect(half).toMatch(/First end: .*quick connector.*Second end: .*37° single flare/);
    expect(making(feedAs('hard-steel', ['open', 'open']))).not.toContain('flare');
  });

  test('hose without hose ends is only cut', () => {
    expect(making(feedAs('ptfe', ['open', 'open']))).not.toMatch(/olive|collar/i);
    expect(making(feedAs('ptfe', ['straight', 'open']))).toMatch(/olive/);
  });
});

describe('torque goes by the weaker material', () => {
  const tight = (doc: JobDocument, id: string) => jointList(doc).find((j) => j.id === id)!.care!.tighten;

  test('a steel tube in an aluminum fitting is tightened as aluminum; steel on steel is said joint by joint', () => {
    const steel = feedAs('hard-steel', ['straight', 'straight']);
    const cones = connectionsOf(steel)
      .filter((c) => c.from.id === 'feed' || c.to.id === 'feed')
      .map((c) => jointList(steel).find((j) => j.id === c.id)!)
      .filter((j) => j.kind === 'cone');
    expect(cones.length).toBeGreaterThan(0);
    // AC 43.13-1B table 9-2, -6: 75 to 125 lbf·in on aluminum, 270 to 300 on steel.
    for (const j of cones) expect(j.care!.tighten).toContain('75–125 lbf·in, aluminum');
    const { id } = cones[0]!;
    const said = applied(steel, sayMade(steel, id, { metal: 'steel' }));
    expect(tight(said, id)).toContain('270–300 lbf·in, steel on steel');
    expect(applied(said, sayMade(said, id, { metal: undefined })).plumbing.made).toEqual([]);
  });
});

test('where two parts do not meet by themselves, the reason of the mating rule is with the joint', () => {
  const joint = jointOf(plain, 'o-ring');
  const met = connectionsOf(plain).find((c) => joint.startsWith(c.id))!;
  expect(met.chains[0]!.fittings.length).toBeGreaterThan(0);
  expect(met.why).toMatch(/both are female|a flare seals on its cone/);
  for (const c of connectionsOf(plain))
    if (c.chains[0]) expect([c.id, c.why === undefined]).toEqual([c.id, c.chains[0].fittings.length === 0]);
});

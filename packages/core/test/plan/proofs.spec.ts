import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { harnessOf } from '../../src/public/harness.ts';
import { isOutdated, proofOf, RUN_KINDS, type RunKind } from '../../src/public/prove.ts';
import { applied, demoJobs } from '../support/examples.ts';

const job = (pattern: string): JobDocument => PATTERNS.find((p) => p.id === pattern)!.job('x');
const replaced = (doc: JobDocument, path: string, value: unknown): JobDocument =>
  applied(doc, [{ op: 'replace', path, value }]);

/** Kinds of run that are to be done again when a plan becomes another. */
const outdated = (before: JobDocument, after: JobDocument): RunKind[] =>
  RUN_KINDS.filter((kind) => isOutdated(after, kind, { proves: proofOf(before, kind) }));

/** Every name in a plan another, and nothing else. */
const renamed = (doc: JobDocument): JobDocument =>
  JSON.parse(
    JSON.stringify(doc, (key, value: unknown) =>
      key === 'name' && typeof value === 'string' ? `${value} (new)` : value,
    ),
  ) as JobDocument;

describe('what a run proved, once the plan has changed', () => {
  const plain = fullReturnJob('x');
  const twin = job('twin-pump');
  const changes: readonly (readonly [
    string,
    JobDocument,
    JobDocument,
    readonly RunKind[],
    readonly RunKind[],
  ])[] = [
    [
      'a longer feed is another line to hold, and drops more along the pull; its joints are the same',
      plain,
      replaced(plain, '/plumbing/elements/feed/lengthM', 9),
      ['gas-hold', 'liquid-hold', 'build'],
      ['dry-test', 'joint-walk', 'winding', 'sensors'],
    ],
    [
      'a longer return is not held by fuel behind the regulator',
      plain,
      replaced(plain, '/plumbing/elements/return/lengthM', 9),
      ['gas-hold', 'build'],
      ['liquid-hold', 'dry-test', 'joint-walk'],
    ],
    [
      'a larger feed has other joints',
      plain,
      replaced(plain, '/plumbing/elements/feed/dash', 10),
      ['joint-walk', 'gas-hold', 'liquid-hold', 'build'],
      ['dry-test', 'winding'],
    ],
    [
      'a base pressure: what is read at the gauge, and the pull; no joint and no wire',
      plain,
      replaced(plain, '/brief/basePressurePa', 350e3),
      ['base-pressure', 'drive-log', 'running'],
      ['dry-test', 'joint-walk', 'gas-hold', 'winding', 'build'],
    ],
    [
      'thinner wire drops more, and does the same',
      plain,
      replaced(plain, '/wiring/circuits/pump-circuit/segments/feed-2/size', 'awg-14'),
      ['volts', 'build'],
      ['joint-walk', 'gas-hold', 'liquid-hold', 'winding'],
    ],
  ];
  test.each(changes)('%s', (_what, before, after, again, still) => {
    const now = outdated(before, after);
    expect(again.filter((kind) => !now.includes(kind))).toEqual([]);
    expect(still.filter((kind) => now.includes(kind))).toEqual([]);
  });

  test('wires as drawn: one moved to the other contact was never tried, whatever the rules say', () => {
    const drawn = { ...twin, wiring: { ...twin.wiring, harness: harnessOf(twin) } } as JobDocument;
    expect(outdated(drawn, drawn)).toEqual([]);
    const [key, wire] = Object.entries(harnessOf(twin).wires).find(
      ([, w]) => w.from.terminal === '87' || w.to.terminal === '87',
    )!;
    const side = wire.from.terminal === '87' ? 'from' : 'to';
    const moved = {
      ...drawn,
      wiring: {
        ...drawn.wiring,
        harness: {
          ...harnessOf(twin),
          wires: { ...harnessOf(twin).wires, [key]: { ...wire, [side]: { ...wire[side], terminal: '87a' } } },
        },
      },
    } as JobDocument;
    expect(outdated(drawn, moved)).toContain('dry-test');
    expect(outdated(drawn, moved)).not.toContain('joint-walk');
  });

  test.each([...PATTERNS.map((p) => [p.id, p.job('x')] as const), ...demoJobs()])(
    '%s: other names are no other car',
    (_id, doc) => {
      expect(outdated(doc, renamed(doc))).toEqual([]);
    },
  );

  test('a record signed before marks were kept, or whose plan could not be read, is not called outdated', () => {
    expect(isOutdated(plain, 'joint-walk', { verdict: 'pass' })).toBe(false);
    expect(isOutdated(plain, 'gas-hold', { proves: null })).toBe(false);
  });

  test('what changes by less than anybody reads does not make a record stale', () => {
    expect(outdated(plain, replaced(plain, '/plumbing/elements/feed/lengthM', feedOf(plain) + 1e-6))).toEqual(
      [],
    );
  });
});

const feedOf = (doc: JobDocument): number => {
  const feed = doc.plumbing.elements['feed'];
  if (feed?.kind !== 'run') throw new Error('no feed');
  return feed.lengthM;
};

import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { csvCell, inertCell, recordSheet } from '../../src/public/formats.ts';
import { proofOf, reminders, type RunKind } from '../../src/public/prove.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { findingFingerprint, findingKey as keyOf, type PatchOperation } from '../../src/public/outcome.ts';
import { applied, demoJobs } from '../support/examples.ts';

const NOTHING = { runs: [], acceptances: [], revisions: [] };
const jobs: readonly (readonly [string, JobDocument])[] = [
  ...PATTERNS.map((p) => [p.id, p.job(p.name)] as const),
  ...demoJobs(),
];
const textOf = (
  doc: JobDocument,
  system: 'us' | 'metric' = 'us',
  held: Parameters<typeof recordSheet>[1] = NOTHING,
) => {
  const { record, tuner } = recordSheet(doc, held, system);
  return [...record, ...tuner]
    .flatMap((s) => [s.title, ...(s.lines ?? []), ...(s.table?.rows.flat() ?? [])])
    .join('\n');
};

describe('The record in sections', () => {
  test.each(jobs)('%s: says everything in either units, and nothing that is no figure', (_, doc) => {
    for (const system of ['us', 'metric'] as const) {
      const all = textOf(doc, system);
      expect(all).not.toMatch(/undefined|NaN|Infinity|\[object/);
      for (const e of Object.values(doc.plumbing.elements))
        if (e.kind === 'run') expect(all).toContain(e.name);
    }
    for (const s of recordSheet(doc, NOTHING, 'us').record)
      for (const row of s.table?.rows ?? []) expect(row).toHaveLength(s.table!.head.length);
  });

  test('tests that prove nothing of this plan stand under what is still open: by the newest of each kind', () => {
    const before = fullReturnJob('x');
    const doc = applied(before, [{ op: 'replace', path: '/plumbing/elements/feed/dash', value: 10 }]);
    const run = (kind: RunKind, verdict: string | null, of: JobDocument) => ({
      kind,
      author: 'Tess',
      at: '2026-11-27T10:00:00.000Z',
      outcome: verdict === null ? null : { verdict, proves: proofOf(of, kind) },
      readings: 3,
    });
    const sheet = recordSheet(
      doc,
      {
        ...NOTHING,
        runs: [
          run('dry-test', 'fail', before),
          run('dry-test', 'pass', before),
          run('joint-walk', 'pass', before),
          run('liquid-hold', 'cannot-tell', doc),
          run('prime', null, doc),
          run('winding', 'fail', doc),
          run('build', null, doc),
        ],
      },
      'us',
    );
    const lines = (title: string) => sheet.record.find((s) => s.title === title)!.lines!;
    expect(lines('What is still open').filter((l) => /^(?:Test|Work):/.test(l))).toEqual([
      'Test: Joint by joint, made on an older plan: the plan has changed what it proved since.',
      'Test: Hold with fuel, pump stopped, could not tell.',
      expect.stringMatching(/^Test: Prime.*, not signed off\.$/),
      expect.stringMatching(/^Test: .*, FAILED\.$/),
      'Work: Job sheet, not signed off.',
    ]);
    expect(lines('What was tested').filter((l) => l.includes('older plan'))).toHaveLength(1);
  });

  test('injector flow at base goes with the root of the pressure: by hand', () => {
    // 1,000 cc/min at 300 kPa is 1,154.7 cc/min at 400 kPa.
    const doc = applied(fullReturnJob('x'), [
      { op: 'replace', path: '/brief/injectors/staticFlowM3s', value: 1e-3 / 60 },
      { op: 'replace', path: '/brief/injectors/ratedPa', value: 300e3 },
      { op: 'replace', path: '/brief/basePressurePa', value: 400e3 },
    ]);
    expect(textOf(doc, 'metric')).toMatch(/each 1,?15[45](\.\d)? cc\/min at base pressure/);
  });

  const accepted = (doc: JobDocument, findingKey: string) => {
    const finding = evaluatePlan(doc).findings.find((f) => keyOf(f) === findingKey)!;
    const fingerprint = findingFingerprint(finding);
    return { findingKey, fingerprint, reason: 'race car', author: 'L', role: 'lead' };
  };

  test('what came in with a file is said to be that, and counts for nothing until it is confirmed', () => {
    const doc = fullReturnJob('x');
    const imported = { by: 'Tess', at: '2026-12-02T08:00:00Z', signedBy: null };
    const run = {
      kind: 'joint-walk',
      author: 'Lou',
      at: '2026-11-28T10:00:00Z',
      outcome: { verdict: 'pass' },
      readings: 3,
      fromFile: true,
    };
    const held = {
      runs: [run],
      acceptances: [{ ...accepted(doc, 'RUNS_STALLED@pump'), fromFile: true }],
      revisions: [{ name: 'plan A', version: 3, author: 'Lou', fromFile: true }],
      imported,
    };
    const said = textOf(doc, 'us', held);
    expect(said).toContain('Imported by Tess on 2026-12-02.');
    expect(said).toContain('The file was not signed.');
    expect(said).toContain('passed, 3 readings, Lou (stated by the file), 2026-11-28.');
    expect(said).toContain('Test: Joint by joint, from a file: not confirmed by this shop.');
    expect(said).toContain('Open here. Accepted by L (stated by the file)');
    expect(said).toContain('plan A: version 3, Lou (stated by the file)');
    const confirmed = textOf(doc, 'us', { ...held, runs: [{ ...run, confirmedBy: 'Tess' }] });
    expect(confirmed).toContain('confirmed as this shop’s by Tess');
    expect(confirmed).not.toContain('Test: Joint by joint');
    const signed = (shop: string | null) =>
      textOf(doc, 'us', { ...held, imported: { ...imported, signedBy: { shop, fingerprint: 'AB12' } } });
    expect(signed('Harrow Lane')).toContain('Signed by Harrow Lane, unchanged.');
    expect(signed(null)).toContain('a key this shop does not know: AB12');
  });

  test('a finding that was accepted for other numbers is open again', () => {
    const doc = fullReturnJob('x');
    const other = { ...accepted(doc, 'RUNS_STALLED@pump'), fingerprint: 'other' };
    expect(textOf(doc, 'us', { runs: [], acceptances: [other], revisions: [] })).not.toContain('Accepted by');
  });

  test('an accepted finding is told with who and why; a test that failed with what missed', () => {
    const doc = fullReturnJob('x');
    const all = textOf(doc, 'us', {
      runs: [
        {
          kind: 'joint-walk',
          author: 'T',
          at: '2026-11-28T10:00:00Z',
          outcome: { verdict: 'fail', leaking: ['Fuel filter to Feed hose, flare joint'] },
          readings: 3,
        },
        { kind: 'prime', author: 'T', at: '2026-11-28T10:00:00Z', outcome: null, readings: 1 },
      ],
      acceptances: [accepted(doc, 'RUNS_STALLED@pump')],
      revisions: [{ name: 'plan A', version: 3, author: 'T' }],
    });
    expect(all).toContain('Joint by joint: FAILED, 3 readings, T, 2026-11-28.');
    expect(all).toContain('leaked: Fuel filter to Feed hose, flare joint');
    expect(all).toContain('Prime: not signed off, 1 reading (T, 2026-11-28).');
    expect(all).toContain('Accepted by L, lead: “race car”.');
    expect(all).toContain('plan A: version 3, T');
  });
});

describe('Cells of a CSV', () => {
  // OWASP, CSV injection: what begins with these is run by spreadsheets; full-width forms and blanks before them too.
  test.each(['=1+1', ' =1+1', '\t=1', '+1', '-1', '@x', '＝1+1', '＋1', '－1', '＠x', '\rx'])(
    '%j is no formula',
    (cell) => {
      expect(inertCell(cell)).toBe(`'${cell}`);
    },
  );
  test('words stay words; quotes and line ends are quoted (RFC 4180)', () => {
    expect(csvCell('Feed hose')).toBe('Feed hose');
    expect(csvCell('a "b", c\nd')).toBe('"a ""b"", c\nd"');
  });
});

describe('What to look at again', () => {
  test('joints after a day and two weeks, filters each year, rubber by what is left of its years; PTFE never by age', () => {
    const doc = applied(fullReturnJob('x'), [
      { op: 'replace', path: '/plumbing/elements/return/hose', value: 'injection' },
      { op: 'replace', path: '/plumbing/elements/return/existing', value: true },
      { op: 'add', path: '/plumbing/elements/return/ageYears', value: 7 },
    ]);
    const due = reminders(doc);
    expect(due.map((r) => [r.id, r.inDays])).toEqual([
      ['heat-cycle', 1],
      ['two-weeks', 14],
      ['filter-filter', 365],
      ['hose-return', 3 * 365],
    ]);
    const old = applied(doc, [{ op: 'replace', path: '/plumbing/elements/return/ageYears', value: 30 }]);
    expect(reminders(old).find((r) => r.id === 'hose-return')!.inDays).toBe(0);
  });
});

test('direct injection speaks of its low side, on every page of the record', () => {
  const direct = textOf(PATTERNS.find((p) => p.id === 'direct-injection')!.job('x'));
  const { record, tuner } = recordSheet(
    PATTERNS.find((p) => p.id === 'direct-injection')!.job('x'),
    NOTHING,
    'us',
  );
  expect(record.flatMap((s) => s.table?.head ?? [])).toContain('Low side');
  expect(record.flatMap((s) => s.table?.head ?? [])).not.toContain('Rail gauge');
  expect(tuner.flatMap((s) => s.lines ?? []).join(' ')).toMatch(
    /Lift when the low side falls below [\d.]+ psi/,
  );
  expect(direct).not.toContain('below base');
  expect(textOf(fullReturnJob('x'))).toContain('falls below base');
});

describe('what runs it', () => {
  const section = (id: string, change: readonly PatchOperation[] = []) => {
    const doc = applied(PATTERNS.find((p) => p.id === id)!.job('x'), change);
    const sheet = recordSheet(doc, { runs: [], acceptances: [], revisions: [] }, 'us');
    return { doc, lines: sheet.record.find((s) => s.title === 'What runs it')!.lines!.join('\n'), sheet };
  };

  test('has the rule of every pump, the speed map with its volts, the fuel level and the vent that stays open', () => {
    const { doc, lines } = section('twin-pump');
    for (const e of Object.values(doc.plumbing.elements))
      if (e.kind === 'pump') expect(lines).toContain(`${e.name}: `);
    expect(lines).toMatch(/on boost [\d.]+ psi/);
    expect(lines).toContain('Planned with the tank 50% full');
    const map = section('speed-controlled').lines;
    expect(map).toMatch(/speed: 45% up to 0\.50 V, full from 2\.10 V, which is [\d.]+ psi/);
    expect(map).toMatch(/sender gives 0\.50 V at .* and 4\.50 V at 30\.0 psi/);
    expect(section('supplementary').lines).toContain('vent stays open to air, on purpose');
    const deep = section('full-return', [
      { op: 'add', path: '/plumbing/junctions/tank/depthM', value: 0.25 },
      { op: 'add', path: '/plumbing/junctions/tank/pickupM', value: 0.01 },
      { op: 'add', path: '/plumbing/junctions/tank/pickupBackM', value: -0.05 },
    ]);
    expect(deep.lines).toMatch(/keep it at least 14% full/);
  });

  test('the goal says crank or wheels, and no note of hundredths of a volt is on the customer’s copy', () => {
    for (const pattern of PATTERNS) {
      const { sheet } = section(pattern.id);
      expect(JSON.stringify(sheet.record[0])).toMatch(/hp at the (crank|wheels)|"Goal","–"/);
      const open = sheet.record.find((s) => s.title === 'What is still open')!.lines!;
      for (const line of open) {
        const drop = /loses ([\d.]+) V out and back; good work stays under ([\d.]+) V/.exec(line);
        if (drop) expect(Number(drop[1]) - Number(drop[2])).toBeGreaterThan(0.04);
      }
      expect(sheet.record.filter((s) => s.title === 'Cautions')).toHaveLength(1);
    }
  });
});

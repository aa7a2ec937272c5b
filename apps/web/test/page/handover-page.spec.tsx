import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import { evaluatePlan } from '@venula/core/advise';
import { type JobDocument, PATTERNS } from '@venula/core/document';
import { findingFingerprint, findingKey } from '@venula/core/outcome';
import { proofOf, type RunKind } from '@venula/core/prove';
import type { AcceptanceRow, RunRow } from '../../src/api/types.ts';
import { HandoverPage } from '../../src/features/handover/handover-page.tsx';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const twin: JobDocument = PATTERNS.find((p) => p.id === 'twin-pump')!.job('Wagon');

const signed = (kind: RunKind, hour: number, payload: object | null): RunRow => ({
  id: `run-${hour}`,
  kind,
  setup: {},
  jobVersion: 3,
  author: 'Tess Varga',
  at: `2026-11-27T${hour}:00:00.000Z`,
  readings: payload
    ? [
        {
          id: `sign-${hour}`,
          kind: 'sign-off',
          payload: { note: '', ...payload },
          corrects: null,
          author: 'Tess Varga',
          takenAt: `2026-11-27T${hour}:30:00.000Z`,
        },
      ]
    : [],
});

describe('the handover page', () => {
  let runs: RunRow[];
  let accepted: AcceptanceRow[];
  let shop: ReturnType<typeof shopSays>;
  const open = async (doc: JobDocument = twin) => {
    const opened = inJob(<HandoverPage />, doc);
    const page = await screen.findByTestId('handover');
    return { ...opened, page };
  };
  const section = (page: HTMLElement, title: string): string =>
    within(page).getByRole('heading', { name: title }).closest('section')!.textContent;

  beforeEach(() => {
    runs = [];
    accepted = [];
    shop = shopSays({
      [`GET /jobs/${ID}/runs`]: () => runs,
      [`GET /jobs/${ID}/acceptances`]: () => accepted,
      [`GET /jobs/${ID}/revisions`]: () => [],
      [`GET /jobs/${ID}/photos`]: () => [],
    });
  });
  afterEach(() => shop.end());

  test('what came in with a file is said to be that, and counts for nothing until somebody of the shop confirms it', async () => {
    const walk = signed('joint-walk', 10, { verdict: 'pass' });
    const said = { ...walk, fromFile: true, readings: walk.readings.map((r) => ({ ...r, fromFile: true })) };
    const finding = evaluatePlan(twin).findings[0]!;
    accepted = [
      {
        id: 'a',
        findingKey: findingKey(finding),
        fingerprint: findingFingerprint(finding),
        severity: finding.severity,
        title: finding.title,
        reason: 'It is fine',
        author: 'Lou',
        role: 'lead',
        at: '2026-11-27T10:00:00.000Z',
        fromFile: true,
      },
    ];
    runs = [said];
    const { page } = await open();
    await waitFor(() =>
      expect(section(page, 'Open issues')).toContain(
        'Open here. Accepted by Lou (stated by the file): “It is fine”',
      ),
    );
    expect(section(page, 'Open issues')).toContain('from a file: not confirmed by this shop');
    expect(page.textContent).toContain('Tess Varga (stated by the file)');
  });

  test('names every pump, and what each should get in every state, off where it does not run', async () => {
    const { page } = await open();
    const pumps = Object.values(twin.plumbing.elements).flatMap((e) => (e.kind === 'pump' ? [e.name] : []));
    expect(pumps).toHaveLength(2);
    expect(within(page).getByText('Pumps').parentElement!.textContent).toContain(pumps.join(', '));
    const idle = within(page).getByRole('row', { name: /^Idle/ });
    for (const name of pumps) expect(idle.textContent).toContain(name);
    expect(idle.textContent).toMatch(/\d+\.\d+ V, \d+\.\d A/);
    expect(idle.textContent).toContain('off');
    expect(page.textContent).not.toMatch(/undefined|NaN|Infinity|\[object/);
  });

  test('what was tested says how it came out; what proves nothing of this plan stands under what is open', async () => {
    const before = { ...twin, plumbing: { ...twin.plumbing, elements: { ...twin.plumbing.elements } } };
    runs = [
      signed('build', 10, null),
      signed('joint-walk', 11, { verdict: 'pass', proves: proofOf(before, 'joint-walk') }),
      signed('winding', 12, { verdict: 'pass', proves: 'of another plan' }),
      signed('prime', 13, {
        verdict: 'fail',
        proves: proofOf(twin, 'prime'),
        misses: [
          {
            stepId: 'prime:rail',
            does: 'Rail',
            value: 100e3,
            low: 280e3,
            high: 320e3,
            dimension: 'pressure',
            side: 'low',
            usually: 'Air still in the line: prime again.',
          },
        ],
      }),
    ];
    const { page } = await open();
    await waitFor(() => expect(section(page, 'What was tested')).toContain('made on an older plan'));
    const tested = section(page, 'What was tested');
    expect(tested).toMatch(/Joint by joint: pass, Tess Varga/);
    expect(tested).toMatch(/Prime: fail/);
    expect(tested).toContain('Usually: Air still in the line: prime again.');
    const still = section(page, 'Open issues');
    expect(still).toContain('Work. Job sheet: not signed off.');
    expect(still).toContain('Test. Windings: passed on an older plan.');
    expect(still).toContain('Test. Prime: failed.');
    expect(still).not.toContain('Joint by joint');
  });

  test('a finding that was accepted stands there with who and why; the others are open', async () => {
    const findings = evaluatePlan(twin).findings;
    expect(findings.length).toBeGreaterThan(1);
    const [first] = findings;
    accepted = [
      {
        id: 'a-1',
        findingKey: findingKey(first!),
        fingerprint: findingFingerprint(first!),
        severity: first!.severity,
        reason: 'Track car, seen to by hand',
        author: 'Lou Abernethy',
        role: 'lead',
        at: '2026-11-27T10:00:00.000Z',
      } as AcceptanceRow,
    ];
    const { page } = await open();
    await waitFor(() => expect(section(page, 'Open issues')).toContain('Track car, seen to by hand'));
    const lines = within(
      within(page).getByRole('heading', { name: 'Open issues' }).closest('section')!,
    ).getAllByRole('listitem');
    expect(lines.filter((l) => l.textContent.includes('Accepted'))).toHaveLength(1);
    expect(lines.filter((l) => l.textContent.endsWith('Open.'))).toHaveLength(findings.length - 1);
  });

  test('the PDF is asked for in the units of the page; the plan alone says what it leaves out', async () => {
    await open();
    const pdf = screen.getByRole('link', { name: /^PDF/ });
    expect(pdf.getAttribute('href')).toMatch(new RegExp(`/jobs/${ID}/pdf\\?units=us`));
    expect(screen.getByText(/The plan alone leaves out tests, photos, accepted findings/)).toBeTruthy();
  });
});

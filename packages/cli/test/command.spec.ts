import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import Ajv from 'ajv/dist/2020';
import { checkSchema } from '@venula/core/formats';

const ROOT = join(__dirname, '../../..');
const run = (...args: string[]) => {
  const r = spawnSync('node', [join(ROOT, 'packages/cli/dist/main.js'), ...args], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  return { code: r.status, out: r.stdout, err: r.stderr };
};
const file = (content: string | Buffer): string => {
  const path = join(mkdtempSync(join(tmpdir(), 'venula-')), 'job.json');
  writeFileSync(path, content);
  return path;
};

describe('venula check', () => {
  test('the coupé has a stop (exit 1), the empty job none (exit 0); both answers fit the published schema', () => {
    const valid = new Ajv({ strict: false }).compile(checkSchema());
    for (const [name, code] of [
      ['hill-climb-coupe', 1],
      ['empty-job', 0],
    ] as const) {
      const r = run('check', `examples/${name}.json`);
      expect(r.code).toBe(code);
      expect(r.err).toBe('');
      const report = JSON.parse(r.out);
      expect(valid(report)).toBe(true);
      for (const s of report.states) expect(s.pumps.length).toBe(1);
    }
    const overrun = JSON.parse(run('check', 'examples/hill-climb-coupe.json').out).findings[0];
    expect(overrun).toMatchObject({ code: 'RETURN_OVERRUN', severity: 'stop', stateId: 'idle' });
    expect(overrun.value).toBeGreaterThan(overrun.limit);
  });

  test.each([
    ['no file named', () => run('check')],
    ['a file that is not there', () => run('check', '/no/such/file.json')],
    ['cut-off JSON', () => run('check', file('{"format":"venula-job","version":1,'))],
    ['bytes that are not text', () => run('check', file(Buffer.from([0xff, 0xfe, 0x00, 0xd8])))],
    ['another kind of file', () => run('check', file('{"hello":1}'))],
    ['a folder', () => run('check', tmpdir())],
  ])('%s: exit 2 with the reason as JSON, and no stack', (_name, act) => {
    const r = act();
    expect(r.code).toBe(2);
    const { format, errors } = JSON.parse(r.out);
    expect(format).toBe('venula-error');
    expect(errors[0].message).toBeTruthy();
    expect(errors[0].remedy).toBeTruthy();
    expect(r.err).not.toMatch(/at .*\.js/);
  });

  test('wires, drawing, netlist and truth table of a job', () => {
    const job = 'examples/coast-road-gt.json';
    expect(run('wires', job).out.split('\r\n')[0]).toMatch(/^label,name,from,to/);
    expect(run('drawing', job).out).toMatch(/^<svg[\s\S]*<\/svg>\n$/);
    expect(run('netlist', job).out.trimEnd()).toMatch(/\.end$/);
    const rows = JSON.parse(run('truth', job).out) as { right: boolean }[];
    expect(rows).toHaveLength(16);
    expect(rows.every((r) => r.right)).toBe(true);
    expect(run('wires', '/no/such/file.json').code).toBe(2);
  });

  test('solve lists every part with pressures and flow; schema prints; anything else explains itself', () => {
    const solved = JSON.parse(run('solve', 'examples/empty-job.json').out) as {
      state: string;
      stations: { id: string }[];
    }[];
    const idle = solved.find((s) => s.state === 'idle')!;
    expect(idle.stations.map((t) => t.id)).toEqual([
      'strainer',
      'pump',
      'check',
      'filter',
      'feed',
      'regulator',
      'return',
    ]);
    expect(JSON.parse(run('schema', 'job').out).title).toBe('Venula job');
    expect(run('dance')).toMatchObject({ code: 2 });
    expect(run('dance').err).toMatch(/venula check/);
  });
});

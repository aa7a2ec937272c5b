import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { PATTERNS } from '../../src/public/document.ts';

/** Every pattern untouched says what docs/methods/patterns.md defends, and no more: code and severity, one row each. */
const sheet = readFileSync(join(__dirname, '../../../../docs/methods/patterns.md'), 'utf8');

test.each(PATTERNS.map((p) => [p.id, p] as const))(
  '%s: its findings are those of the sheet',
  (id, pattern) => {
    const section = sheet.split(/^## /m).find((s) => s.startsWith(`${id}\n`));
    expect(section).toBeDefined();
    const written = [...section!.matchAll(/^- (stop|fix|note) `([A-Z_]+)`(?: \(×(\d)\))?: \S/gm)].flatMap(
      ([, severity, code, times]) => Array.from({ length: Number(times ?? 1) }, () => `${severity} ${code}`),
    );
    const found = evaluatePlan(pattern.job('x')).findings.map((f) => `${f.severity} ${f.code}`);
    expect(written.sort()).toEqual(found.sort());
  },
);

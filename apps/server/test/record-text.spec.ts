import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { PATTERNS } from '@venula/core/document';
import { idsNotRead, textFaults } from '../../../packages/core/test/support/text-rules.ts';
import { openShop, type Shop } from './support.ts';

/** What is read on paper: the record of a job of every pattern, in both unit systems, its wiring drawing among it. */

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const READER = fileURLToPath(new URL('./pdf-text.mjs', `file://${__filename}`));
const textOf = (pdf: Buffer): string =>
  (JSON.parse(execFileSync(process.execPath, [READER], { input: pdf, encoding: 'utf8' })) as string[])
    .join('\n')
    .replace(/\s+/g, ' ');

test.each(PATTERNS.map((p) => [p.name, p] as const))(
  'the PDF of “%s” has round figures, one value for one pressure, sums that add up and no key of the file',
  async (title, pattern) => {
    const ids = idsNotRead(pattern.job(title));
    const made = await shop.as.technician
      .post('/api/v1/jobs')
      .send({ pattern: pattern.id, title })
      .expect(201);
    const id = (made.body as { id: string }).id;
    for (const units of ['us', 'metric']) {
      const pdf = await shop.as.viewer
        .get(`/api/v1/jobs/${id}/record.pdf?units=${units}`)
        .buffer(true)
        .expect(200);
      const text = textOf(pdf.body as Buffer);
      expect(text.length).toBeGreaterThan(1000);
      expect(textFaults(text, ids)).toEqual([]);
    }
  },
  60_000,
);

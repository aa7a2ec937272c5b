import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { newJob, openShop, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const find = async (query: string) =>
  (await shop.as.viewer.get(`/api/v1/search/parts?${query}`).expect(200)).body as {
    items: { title: string; name: string; role: string; dash: string }[];
    more: boolean;
  };
const change = (job: string, path: string, value: unknown, version: number) =>
  shop.as.technician
    .post(`/api/v1/jobs/${job}/changes`)
    .send(replace(path, value, version))
    .expect(200);

test('which cars have this check valve, every return in -6; archived jobs and wild cards find nothing more', async () => {
  const [one, two, old] = [await newJob(shop, 'One'), await newJob(shop, 'Two'), await newJob(shop, 'Old')];
  await change(one, '/plumbing/elements/check/name', 'Steel check 50%_off', 1);
  await change(old, '/plumbing/elements/check/name', 'Steel check 50%_off', 1);
  await change(two, '/plumbing/elements/return/dash', 6, 1);
  await shop.as.lead.post(`/api/v1/jobs/${old}/archive`).send({ archived: true }).expect(204);
  expect((await find('words=steel%20CHECK')).items.map((i) => i.title)).toEqual(['One']);
  expect((await find('words=50%25_off')).items).toHaveLength(1);
  expect((await find('words=5%25off')).items).toEqual([]);
  const returns = await find('role=return&dash=6&kind=run');
  expect(returns.items.filter((i) => i.title === 'Two')).toMatchObject([{ role: 'return', dash: '6' }]);
  expect(returns.items.every((i) => i.role === 'return' && i.dash === '6')).toBe(true);
});

test('nothing asked for, or nonsense, is refused; a plan that is broken in the database stands in nobody’s way', async () => {
  for (const query of ['', 'words=', 'dash=many', 'role=sideways', "kind=run'%20OR%201=1", 'banana=1'])
    await shop.as.viewer.get(`/api/v1/search/parts?${query}`).expect(400);
  await shop.stranger.get('/api/v1/search/parts?kind=run').expect(401);
  const job = await newJob(shop, 'Broken');
  await shop.db.query(
    `UPDATE job SET document = '{"plumbing": {"elements": [1], "paths": null}}' WHERE id = $1`,
    [job],
  );
  expect((await find('kind=run')).items.some((i) => i.title === 'Broken')).toBe(false);
});

test('a plan changed, broken and put back: the search follows at once', async () => {
  const job = await newJob(shop, 'Followed');
  const named = async (words: string) =>
    (await find(`words=${words}`)).items.filter((i) => i.title === 'Followed').map((i) => i.name);
  await change(job, '/plumbing/elements/filter/name', 'Followed filter', 1);
  expect(await named('followed')).toEqual(['Followed filter']);
  await change(job, '/plumbing/elements/filter/name', 'Another filter', 2);
  expect(await named('followed')).toEqual([]);
  expect(await named('another')).toEqual(['Another filter']);
});

describe('while the database is slow', () => {
  /** No search gets an answer before `letGo`. */
  async function held(work: (letGo: () => Promise<void>) => Promise<void>): Promise<void> {
    const other = shop.db.createQueryRunner();
    await other.startTransaction();
    await other.query('LOCK TABLE job_part IN ACCESS EXCLUSIVE MODE');
    try {
      await work(() => other.rollbackTransaction());
    } finally {
      if (other.isTransactionActive) await other.rollbackTransaction();
      await other.release();
    }
  }
  const searching = async (): Promise<number> =>
    Number(
      (
        await shop.db.query(
          `SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND wait_event_type = 'Lock' AND query LIKE '%job_part p%'`,
        )
      )[0].count,
    );
  const until = async (state: () => Promise<boolean>): Promise<void> => {
    while (!(await state())) await new Promise((go) => setTimeout(go, 20));
  };

  test('a later search of the same person takes the place of the earlier one, in the database too', async () => {
    await held(async (letGo) => {
      const earlier = shop.as.technician.get('/api/v1/search/parts?kind=run').expect(409);
      const answered = earlier.then(({ body }) => body.error.code as string);
      await until(async () => (await searching()) === 1);
      const later = shop.as.technician.get('/api/v1/search/parts?kind=filter');
      const outcome = later.then(({ status }) => status);
      expect(await answered).toBe('SEARCH_REPLACED');
      const somebodyElse = shop.as.lead.get('/api/v1/search/parts?kind=run').then(({ status }) => status);
      await until(async () => (await searching()) === 2);
      await letGo();
      expect(await Promise.all([outcome, somebodyElse])).toEqual([200, 200]);
    });
  });
});

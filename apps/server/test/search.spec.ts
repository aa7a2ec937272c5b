import { afterAll, beforeAll, expect, test } from '@jest/globals';
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

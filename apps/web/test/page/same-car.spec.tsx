import { afterEach, expect, test } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import { fullReturnJob } from '@venula/core/document';
import type { CarJob } from '../../src/api/types.ts';
import { SameCar } from '../../src/features/brief/same-car.tsx';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const called = (description: string) => {
  const plan = fullReturnJob('Returns');
  return { ...plan, vehicle: { ...plan.vehicle, description } };
};

let shop: ReturnType<typeof shopSays>;
afterEach(() => shop.end());

test('what was done to the car before stands in its brief, with what came of it, and leads to its record', async () => {
  const before: CarJob = {
    id: 'j-5',
    number: 5,
    title: 'Feed line',
    customer: 'Quayside',
    archived: true,
    updatedAt: '2026-10-01T10:00:00.000Z',
    test: { what: 'Joint by joint', at: '2026-10-01T10:00:00.000Z', verdict: 'fail' },
  };
  shop = shopSays({ [`GET /jobs/${ID}/same-car`]: () => [before] });
  inJob(<SameCar />, called('Gannet van'));
  const list = await screen.findByRole('region', { name: 'Other jobs on this car' });
  const link = within(list).getByRole('link', { name: /^0005 ?Feed line/ });
  expect(link.getAttribute('href')).toBe('/jobs/j-5/handover');
  expect(link.textContent).toContain('Joint by joint: failed');
  expect(link.textContent).toContain('archived');
});

test('a car without a name has no other jobs, and nobody is asked', () => {
  shop = shopSays({});
  inJob(<SameCar />, called(''));
  expect(screen.queryByRole('region', { name: 'Other jobs on this car' })).toBeNull();
});

import { randomUUID } from 'node:crypto';
import sharp from 'sharp';

/** What a camera sends once it is made small: noise packs badly, as a picture of an engine bay does. */
const PHOTO = await sharp({
  create: { width: 1280, height: 960, channels: 3, noise: { type: 'gaussian', mean: 120, sigma: 30 } },
})
  .jpeg({ quality: 60 })
  .toBuffer();

const reading = (device, { id, runId }) =>
  device.call('reading', 'POST', `/jobs/${id}/runs/${runId}/readings`, {
    readingId: randomUUID(),
    kind: 'measured',
    payload: { stepId: 'base:before', value: 250e3 + Math.round(Math.random() * 1e5), note: '' },
    corrects: null,
    takenAt: new Date().toISOString(),
  });

async function edit(device, job) {
  const lengthM = 0.5 + Math.round(Math.random() * 80) / 10;
  const sent = await device.call('edit', 'POST', `/jobs/${job.id}/changes`, {
    changeId: randomUUID(),
    baseVersion: job.version,
    patch: [{ op: 'replace', path: '/plumbing/elements/feed/lengthM', value: lengthM }],
  });
  if (sent) job.version = sent.version;
}

const list = (device) => device.call('list', 'GET', '/jobs?size=25');

async function open(device, job) {
  const opened = await device.call('open', 'GET', `/jobs/${job.id}`);
  if (opened) job.version = opened.version;
}

/** One action of a technician, drawn at random by its share. */
const drawn = (shares) => {
  let left = Math.random();
  return shares.find(([share]) => (left -= share) < 0)?.[1] ?? shares.at(-1)[1];
};

/** A plan is worked on and tested: half of all requests are edits. */
const work = () =>
  drawn([
    [0.5, edit],
    [0.2, list],
    [0.15, open],
    [0.03, (device, { id }) => device.call('runs', 'GET', `/jobs/${id}/runs`)],
    [0.09, reading],
    [
      0.03,
      (device, { id }) =>
        device.call('photo', 'PUT', `/jobs/${id}/photos/${randomUUID()}?caption=bench`, PHOTO),
    ],
  ]);

/** A job is looked through and read off: the list, three of its stages with what they ask for, readings, one request in a hundred its PDF. */
const look = () =>
  drawn([
    [0.2, list],
    [0.2, open],
    [
      0.15,
      async (device, { id }) => {
        await Promise.all([
          device.call('acceptances', 'GET', `/jobs/${id}/acceptances`),
          device.call('photos', 'GET', `/jobs/${id}/photos`),
        ]);
      },
    ],
    [0.1, (device) => device.call('shelf', 'GET', '/shelf')],
    [0.14, (device, { id }) => device.call('runs', 'GET', `/jobs/${id}/runs`)],
    [0.2, reading],
    [0.01, (device, { id }) => device.call('PDF', 'GET', `/jobs/${id}/record.pdf`)],
  ]);

export const MIXES = { work, look };

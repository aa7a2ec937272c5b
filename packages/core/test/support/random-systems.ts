import { pumpElement } from '../../src/document/pieces.ts';
import { type ElementOf, fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { HOSE_KIND_IDS, HOSE_KINDS, PUMPS, sizesOf } from '../../src/public/kinds.ts';
import { fc } from './sweep.ts';

const hose = fc
  .constantFrom(...HOSE_KIND_IDS)
  .chain((kind) =>
    fc.record({ hose: fc.constant(kind), dash: fc.constantFrom(...sizesOf(HOSE_KINDS[kind])) }),
  );

const run = (name: string): fc.Arbitrary<ElementOf<'run'>> =>
  fc
    .record({
      size: hose,
      lengthM: fc.double({ min: 0.1, max: 8, noNaN: true }),
      ends: fc.constantFrom<ElementOf<'run'>['ends']>(
        ['straight', 'elbow-90'],
        ['block-90', 'elbow-45'],
        ['open', 'quick'],
      ),
      bendDegrees: fc.integer({ min: 0, max: 720 }),
      extraK: fc.double({ min: 0, max: 8, noNaN: true }),
    })
    .map(({ size, ...rest }) => ({
      kind: 'run',
      name,
      ...size,
      ...rest,
      zone: 'under-body',
      existing: false,
    }));

/** Valid full-return jobs of every size of hose, pump, regulator, fuel and engine. */
export const randomJob: fc.Arbitrary<JobDocument> = fc
  .record({
    pump: fc.constantFrom(...(Object.keys(PUMPS) as (keyof typeof PUMPS)[])),
    feed: run('Feed'),
    back: run('Return'),
    clogged: fc.double({ min: 0, max: 0.9, noNaN: true }),
    cv: fc.double({ min: 0.3, max: 4, noNaN: true }),
    droopKpa: fc.double({ min: 0.1, max: 12, noNaN: true }),
    ethanol: fc.double({ min: 0, max: 1, noNaN: true }),
    power: fc.double({ min: 0.2, max: 3, noNaN: true }),
    basePressurePa: fc.double({ min: 150e3, max: 600e3, noNaN: true }),
    check: fc.boolean(),
  })
  .map((r) => {
    const job = fullReturnJob('random');
    job.brief.fuel.ethanol = r.ethanol;
    job.brief.basePressurePa = r.basePressurePa;
    job.brief.pull = job.brief.pull.map((p) => ({ ...p, powerW: p.powerW * r.power }));
    const e = job.plumbing.elements;
    e['pump'] = pumpElement(r.pump, -0.1);
    e['feed'] = r.feed;
    e['return'] = r.back;
    e['filter'] = { ...(e['filter'] as ElementOf<'filter'>), clogged: r.clogged };
    e['regulator'] = {
      ...(e['regulator'] as ElementOf<'bypass-regulator'>),
      cv: r.cv,
      droop: (r.droopKpa * 1e3) / (100e-3 / 3600),
    };
    if (!r.check) {
      job.plumbing.paths['feed']!.order = job.plumbing.paths['feed']!.order.filter((id) => id !== 'check');
      delete e['check'];
    }
    return job;
  });

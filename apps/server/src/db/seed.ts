import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { inRoundFigures } from '@venula/core/document';
import { readJob } from '@venula/core/formats';
import { hashPassword } from '../accounts/accounts.service.ts';
import { User, type Role } from '../accounts/user.entity.ts';
import { audit } from '../audit/audit.ts';
import { Job } from '../jobs/job.entity.ts';
import { Instrument } from '../instruments/instrument.entity.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { LibraryRow } from '../library/library-entry.entity.ts';
import { createDataSource } from './data-source.ts';
import { DEMO_RECORDS, DEMO_REVISIONS } from './demo-records.ts';
import { demoInstruments } from './demo-instruments.ts';
import { demoLibrary } from './demo-library.ts';

/** The invented shop. Passwords are for the demo only and are printed at the start. */
const DEMO_PEOPLE: readonly { login: string; name: string; role: Role; password: string }[] = [
  { login: 'tess', name: 'Tess Varga', role: 'technician', password: 'saltmarsh-tess' },
  { login: 'lou', name: 'Lou Abernethy', role: 'lead', password: 'saltmarsh-lou' },
  { login: 'guest', name: 'Counter tablet', role: 'viewer', password: 'saltmarsh-guest' },
];
const DEMO_JOBS = [
  'empty-job',
  'coast-road-gt',
  'hill-climb-coupe',
  'courier-van',
  'touring-roadster',
  'dune-buggy',
];

const ds = createDataSource();
await ds.initialize();
const seeded = await ds.transaction(async (tx) => {
  // Two starts at once must not load the shop twice.
  await tx.query('SELECT pg_advisory_xact_lock(4600)');
  if ((await tx.count(User)) > 0) return false;
  for (const { password, ...person } of DEMO_PEOPLE) {
    await tx.insert(User, { ...person, passwordHash: await hashPassword(password), active: true });
  }
  for (const name of DEMO_JOBS) {
    const file = fileURLToPath(new URL(`../../../../examples/${name}.json`, import.meta.url));
    const read = readJob(readFileSync(file, 'utf8'));
    if (!read.ok) throw new Error(`examples/${name}.json: ${read.errors[0]?.message}`);
    // The demo shop works in US units.
    const document = inRoundFigures(read.value, 'us');
    const job = await tx.save(
      tx.create(Job, {
        title: document.title,
        customer: document.customer,
        vehicle: document.vehicle.description,
        document,
        updatedBy: 'Tess Varga',
      }),
    );
    await audit(tx, 'Demo loader', 'job-created', job.id, { file: `${name}.json` });
    for (const revision of DEMO_REVISIONS[name] ?? [])
      await tx.insert(Revision, {
        jobId: job.id,
        name: revision,
        document: document as never,
        version: 1,
        author: 'Lou Abernethy',
      });
    for (const { run, readings } of DEMO_RECORDS[name]?.(document, Date.now()) ?? []) {
      await tx.insert(TestRun, { ...run, setup: run.setup as never, jobId: job.id, jobVersion: 1 });
      await tx.insert(
        TestReading,
        readings.map((r) => ({ ...r, payload: r.payload as never, runId: run.id, at: r.takenAt })),
      );
    }
  }
  for (const entry of demoLibrary()) {
    const row = { ...entry, id: randomUUID(), author: 'Tess Varga' };
    await tx.insert(LibraryRow, row);
    await audit(tx, 'Demo loader', 'library-added', null, { id: row.id, name: row.name });
  }
  for (const instrument of demoInstruments())
    await tx.insert(Instrument, { ...instrument, id: randomUUID(), author: 'Lou Abernethy' });
  return true;
});
await ds.destroy();
console.log(seeded ? 'demo shop loaded: Saltmarsh Speed & Fuel' : 'data kept');
for (const { login, role, password } of DEMO_PEOPLE)
  console.log(`  sign in as ${login.padEnd(6)} (${role}) with ${password}`);

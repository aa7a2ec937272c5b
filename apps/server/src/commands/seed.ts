import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { inRoundFigures } from '@venula/core/document';
import { readJob } from '@venula/core/formats';
import { hashSecret } from '../accounts/secrets.ts';
import { User } from '../accounts/user.entity.ts';
import { audit } from '../audit/audit.ts';
import { Job } from '../jobs/job.entity.ts';
import { Instrument } from '../instruments/instrument.entity.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { LibraryRow } from '../library/library-entry.entity.ts';
import { newStartCode } from '../shop/first-run.service.ts';
import { DEFAULT_SETTINGS } from '../shop/settings.ts';
import { ShopRow, THE_SHOP } from '../shop/shop.entity.ts';
import type { EntityManager } from 'typeorm';
import { command } from './command.ts';
import { oneAtATime } from '../db/locks.ts';
import { DEMO_PEOPLE, DEMO_SHOP } from '../db/demo-people.ts';
import { DEMO_RECORDS, DEMO_REVISIONS } from '../db/demo-records.ts';
import { demoInstruments } from '../db/demo-instruments.ts';
import { demoLibrary } from '../db/demo-library.ts';

const DEMO_JOBS = [
  'empty-job',
  'coast-road-gt',
  'hill-climb-coupe',
  'courier-van',
  'touring-roadster',
  'dune-buggy',
];

/** `VENULA_DEMO=0`: no made-up shop; whoever opens the page starts their own. */
const wanted = process.env['VENULA_DEMO'] !== '0';

await command('usage: seed', async (db) => {
  const code = await db.transaction(async (tx) => {
    // Two starts at once must not load the shop twice.
    await oneAtATime(tx, 'start');
    if ((await tx.count(User)) > 0) return null;
    if (!wanted) return newStartCode(tx);
    await loadDemo(tx);
    return null;
  });
  const shop = await db.getRepository(ShopRow).findOneBy({ id: THE_SHOP });
  if (code) console.log(`an empty shop: open /start?code=${code} and give it a name (start code ${code})`);
  else console.log(`shop: ${shop?.settings.name ?? ''}`);
  if (shop?.demo)
    for (const { login, role, password } of DEMO_PEOPLE)
      console.log(`  sign in as ${login.padEnd(6)} (${role}) with ${password}`);
});

async function loadDemo(tx: EntityManager): Promise<void> {
  await tx.upsert(
    ShopRow,
    {
      id: THE_SHOP,
      demo: true,
      settings: {
        ...DEFAULT_SETTINGS,
        name: DEMO_SHOP,
        address: '18 Causeway Row, Saltmarsh\nfuel@saltmarsh.example',
      } as never,
      startCode: null,
      author: 'Demo loader',
    },
    ['id'],
  );
  for (const { password, pin, ...person } of DEMO_PEOPLE)
    await tx.insert(User, {
      ...person,
      passwordHash: await hashSecret(password),
      pinHash: pin ? await hashSecret(pin) : null,
      active: true,
    });
  for (const name of DEMO_JOBS) await loadJob(tx, name);
  for (const entry of demoLibrary()) {
    const row = { ...entry, id: randomUUID(), author: 'Tess Varga' };
    await tx.insert(LibraryRow, row);
    await audit(tx, 'Demo loader', 'library-added', null, { id: row.id, name: row.name });
  }
  for (const instrument of demoInstruments())
    await tx.insert(Instrument, { ...instrument, id: randomUUID(), author: 'Lou Abernethy' });
}

async function loadJob(tx: EntityManager, name: string): Promise<void> {
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

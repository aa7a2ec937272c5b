import { command } from './command.ts';

await command('usage: migrate', async (db) => {
  const done = await db.runMigrations();
  console.log(`migrations run: ${done.map((m) => m.name).join(', ') || 'none pending'}`);
});

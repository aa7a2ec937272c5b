import { access } from 'node:fs/promises';
import { putBack } from '../admin/backup-folder.ts';
import { command, Refused } from './command.ts';

/** Puts a backup back in one transaction; on any error nothing changes. Everybody signs in anew. */
await command('usage: npm run restore -- FILE', async (db, [file, ...more]) => {
  if (!file || more.length > 0) throw new Refused('Which file?');
  await access(file).catch(() => {
    throw new Refused(`There is no file ${file}.`);
  });
  await putBack(file);
  await db.runMigrations();
  await db.query('DELETE FROM session');
  console.log(`restored from ${file}`);
});

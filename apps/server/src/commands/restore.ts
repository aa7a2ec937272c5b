import { access } from 'node:fs/promises';
import { putBack } from '../admin/backup-folder.ts';
import { keepAccess } from '../accounts/access-state.ts';
import { HeldAccess } from '../accounts/held-access.entity.ts';
import { accessBefore, holdAccess } from '../accounts/hold-access.ts';
import { beginLineage } from '../shop/lineage.ts';
import { command, Refused } from './command.ts';

/** Puts a backup back in one transaction; on any error nothing changes. Everybody signs in anew; who lost access since stays out. */
await command('usage: npm run restore -- FILE', async (db, [file, ...more]) => {
  if (!file || more.length > 0) throw new Refused('Which file?');
  await access(file).catch(() => {
    throw new Refused(`There is no file ${file}.`);
  });
  const before = await accessBefore(db);
  await putBack(file);
  await db.runMigrations();
  await db.transaction(async (tx) => {
    await holdAccess(tx, before);
    await beginLineage(tx);
  });
  await keepAccess(db);
  const held = await db.getRepository(HeldAccess).find({ order: { of: 'DESC', name: 'ASC' } });
  console.log(`restored from ${file}`);
  if (held.length > 0)
    console.log(
      `kept out until a lead decides under Shop: ${held.map((h) => h.name).join(', ')}. If no lead can sign in: npm run reset-password -- SIGN-IN-NAME`,
    );
});

import { copyFile, chmod, stat } from 'node:fs/promises';
import { findBackup, lastSchema, writeBackup } from '../admin/backup-folder.ts';
import { ShopRow, THE_SHOP } from '../shop/shop.entity.ts';
import { command, Refused } from './command.ts';

/** The whole database: into the shop’s own folder, where the page lists it, and to a file of that name too where one is given. */
await command('usage: npm run backup [-- FILE]', async (db, [file, ...more]) => {
  if (more.length > 0) throw new Refused('One file at most.');
  const shop = await db.getRepository(ShopRow).findOneBy({ id: THE_SHOP });
  const note = await writeBackup({
    author: 'Server console',
    shop: shop?.settings.name ?? '',
    schema: await lastSchema(db),
  });
  const { path } = await findBackup(note.file);
  if (file) {
    await copyFile(path, file);
    await chmod(file, 0o600);
  }
  console.log(`saved to ${file ?? path} (${(await stat(file ?? path)).size} bytes)`);
});

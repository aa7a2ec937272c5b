import type { EntityManager } from 'typeorm';

/** Empties every table of the shop, records too: for a demo that becomes an own shop, and for tests. */
export async function emptyTables(tx: EntityManager): Promise<void> {
  const tables = tx.connection.entityMetadatas.map((m) => `"${m.tableName}"`);
  await tx.query(`SET LOCAL venula.emptying = 'on'`);
  await tx.query(`TRUNCATE ${tables.join(', ')} RESTART IDENTITY CASCADE`);
}

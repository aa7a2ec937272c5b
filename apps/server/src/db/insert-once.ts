import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';
import type { QueryDeepPartialEntity } from 'typeorm/query-builder/QueryPartialEntity.js';

/**
 * Inserts a row whose id comes from the device, unless that id is there already. Two that come at once wait for each other:
 * one is inserted, the other finds it.
 * @returns whether this call inserted it
 */
export async function insertOnce<E extends ObjectLiteral>(
  tx: EntityManager,
  entity: EntityTarget<E>,
  values: QueryDeepPartialEntity<E>,
): Promise<boolean> {
  const result = await tx
    .createQueryBuilder()
    .insert()
    .into(entity)
    .values(values)
    .orIgnore()
    .returning('id')
    .execute();
  return (result.raw as unknown[]).length > 0;
}

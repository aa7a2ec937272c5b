import type { DataSource, EntityManager } from 'typeorm';
import { accessOf, keptAccess, type AccessState } from './access-state.ts';
import { HeldAccess, type WhyHeld } from './held-access.entity.ts';
import { ShopDevice } from './shop-device.entity.ts';
import { User, type Role } from './user.entity.ts';

const RANK: Readonly<Record<Role, number>> = { viewer: 0, technician: 1, lead: 2 };

/** Who may come in before a backup is put back: by the database, or where that holds no people, by the file beside it. */
export async function accessBefore(db: DataSource): Promise<AccessState | null> {
  const now = await accessOf(db.manager).catch(() => null);
  return now && now.people.length > 0 ? now : keptAccess();
}

/**
 * After a restore: nobody is signed in, no PIN opens anything, and whoever lost access after the backup was made does not get it
 * back by it. Each of them is kept out and listed for a lead; where it is not known what was decided since, all are.
 * @param before who could come in before the restore; null: it is not known
 * @param restoredBy the lead who put it back, who has just shown that they may; absent: it was done at the console
 */
export async function holdAccess(
  tx: EntityManager,
  before: AccessState | null,
  restoredBy?: string,
): Promise<void> {
  await tx.query('DELETE FROM session');
  await tx.query('UPDATE app_user SET pin_hash = NULL');
  await tx.query('DELETE FROM held_access');
  const people = new Map(before?.people.map((p) => [p.id, p]));
  for (const { id, name, role } of await tx.findBy(User, { active: true })) {
    if (id === restoredBy) continue;
    const was = people.get(id);
    const demoted = was?.active === true && RANK[was.role] < RANK[role];
    const why: WhyHeld | null = demoted ? 'demoted' : keptOut(before, was && !was.active, 'disabled');
    if (!why) continue;
    await tx.update(User, { id }, demoted ? { role: was.role } : { active: false });
    await tx.insert(HeldAccess, { of: 'person', subjectId: id, name, why, role });
  }
  const devices = new Map(before?.devices.map((d) => [d.id, d]));
  for (const { id, name } of await tx.findBy(ShopDevice, { revoked: false })) {
    const why = keptOut(before, devices.get(id)?.revoked, 'revoked');
    if (!why) continue;
    await tx.update(ShopDevice, { id }, { revoked: true });
    await tx.insert(HeldAccess, { of: 'device', subjectId: id, name, why, role: null });
  }
}

/** @param out whether it was kept out before the restore; undefined: it was not there */
function keptOut(
  before: AccessState | null,
  out: boolean | undefined,
  why: 'disabled' | 'revoked',
): WhyHeld | null {
  if (!before) return 'no-record';
  if (out === undefined) return 'unknown';
  return out ? why : null;
}

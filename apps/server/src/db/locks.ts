import type { EntityManager } from 'typeorm';

/** What only one at a time may do, in every server that shares the database: the numbers their locks go by. */
const LOCKS = { start: 4600, library: 4601, people: 4603, backup: 4604, doors: 4605, keys: 4606 } as const;
/** First half of the numbers of locks on instrument lines. */
export const LINE_LOCKS = 4602;

/** Waits its turn; the turn ends with the transaction. */
export async function oneAtATime(tx: EntityManager, what: keyof typeof LOCKS): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock($1)', [LOCKS[what]]);
}

/** Takes its turn only where nobody else has it. */
export async function ifNobodyElse(tx: EntityManager, what: keyof typeof LOCKS): Promise<boolean> {
  const [row] = await tx.query<[{ got: boolean }]>('SELECT pg_try_advisory_xact_lock($1) AS got', [
    LOCKS[what],
  ]);
  return row.got;
}

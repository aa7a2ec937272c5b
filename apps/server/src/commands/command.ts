import type { DataSource } from 'typeorm';
import { databaseFault } from '../db/database-fault.ts';
import { createDataSource } from '../db/data-source.ts';

/** What is not right with how a command was called, or with what it found: said in a line. */
export class Refused extends Error {}

/** Runs a command on the shop’s database. Whatever goes wrong ends in one line and exit code 1, or 2 where it was called wrongly. */
export async function command(
  usage: string,
  work: (db: DataSource, args: readonly string[]) => Promise<void>,
): Promise<void> {
  let db: DataSource | undefined;
  try {
    // A wrong setting is said like anything else that is wrong.
    db = createDataSource();
    await db.initialize();
    await work(db, process.argv.slice(2));
  } catch (error) {
    process.exitCode = error instanceof Refused ? 2 : 1;
    console.error(error instanceof Refused ? `${error.message}\n${usage}` : why(error));
  } finally {
    if (db?.isInitialized) await db.destroy();
  }
}

/** Why something did not start or run, in a line somebody can do something about. */
export function why(error: unknown): string {
  const { code, address, port, message } = error as NodeJS.ErrnoException & {
    address?: string;
    port?: number;
  };
  if (code === 'EADDRINUSE')
    return `Port ${port} is taken by another program. Stop that, or choose another: VENULA_PORT=4700 npm start`;
  if (code === 'EACCES' && port)
    return `Port ${port} may not be used by this user: choose one above 1023 with VENULA_PORT.`;
  if (code === 'ECONNREFUSED' || code === 'ENOTFOUND' || code === 'ETIMEDOUT')
    return `The database does not answer${address ? ` at ${address}:${port}` : ''} (${code}). Start it, or look at VENULA_DATABASE_URL, and start again.`;
  if (code === '28P01' || code === '28000')
    return `The database does not let this user in: ${message}. Look at VENULA_DATABASE_URL.`;
  if (code === '3D000')
    return `There is no such database: ${message}. Create it, or look at VENULA_DATABASE_URL.`;
  if (databaseFault(error)?.status === 503)
    return `The database is not ready: ${message}. Start again in a moment.`;
  return message || String(error);
}

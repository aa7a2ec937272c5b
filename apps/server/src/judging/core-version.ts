import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/**
 * A name for the very code that judges: the hash of the core's files. A judgement kept in the database counts only as long
 * as the core that made it is the one that runs.
 */
export const CORE_VERSION: string = hashOf(
  dirname(dirname(createRequire(import.meta.url).resolve('@venula/core/engine'))),
);

function hashOf(folder: string): string {
  const hash = createHash('sha256');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
    (f) => /\.(js|ts)$/.test(f) && !f.endsWith('.d.ts'),
  );
  for (const file of files.sort()) hash.update(file).update(readFileSync(join(folder, file)));
  return hash.digest('hex').slice(0, 16);
}

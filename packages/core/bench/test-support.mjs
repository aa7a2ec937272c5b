import { transformSync } from '@swc/core';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

const SUPPORT = new URL('../test/support/', import.meta.url);

/**
 * Loads helpers of the tests against the built core, so that a campaign and the tests speak of the same things.
 * @param names files of test/support without their ending, each after those it imports; core.ts and what it imports are always there
 */
export async function testSupport(...names) {
  const built = new URL('../dist/', import.meta.url).href;
  const folder = mkdtempSync(join(process.cwd(), '.campaign-'));
  const loaded = {};
  try {
    for (const name of ['plane-path', 'core', ...names]) {
      const source = readFileSync(new URL(`${name}.ts`, SUPPORT), 'utf8')
        .replaceAll(/'\.\.\/\.\.\/src\/([^']+)\.ts'/g, `'${built}$1.js'`)
        .replaceAll(/from '\.\/([\w-]+)\.ts'/g, "from './$1.mjs'")
        .replaceAll('__filename', JSON.stringify(new URL(`${name}.ts`, SUPPORT).pathname));
      const { code } = transformSync(source, {
        swcrc: false,
        jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
        module: { type: 'es6' },
      });
      const file = join(folder, `${name}.mjs`);
      writeFileSync(file, code);
      Object.assign(loaded, await import(pathToFileURL(file).href));
    }
    return loaded;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

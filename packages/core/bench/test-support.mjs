import { transformSync } from '@swc/core';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

const SUPPORT = new URL('../test/support/', import.meta.url);

/**
 * Loads helpers of the tests against the built core, so that a campaign and the tests speak of the same things.
 * @param names files of test/support without their ending
 */
export async function testSupport(...names) {
  const built = new URL('../dist/', import.meta.url).href;
  const folder = mkdtempSync(join(process.cwd(), '.campaign-'));
  const written = new Set();
  const write = (name) => {
    if (written.has(name)) return;
    written.add(name);
    const source = readFileSync(new URL(`${name}.ts`, SUPPORT), 'utf8');
    for (const [, other] of source.matchAll(/from '\.\/([\w-]+)\.ts'/g)) write(other);
    const { code } = transformSync(
      source
        .replaceAll(/'\.\.\/\.\.\/src\/([^']+)\.ts'/g, `'${built}$1.js'`)
        .replaceAll(/from '\.\/([\w-]+)\.ts'/g, "from './$1.mjs'")
        .replaceAll('__filename', JSON.stringify(new URL(`${name}.ts`, SUPPORT).pathname)),
      {
        swcrc: false,
        jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
        module: { type: 'es6' },
      },
    );
    writeFileSync(join(folder, `${name}.mjs`), code);
  };
  try {
    names.forEach(write);
    const loaded = names.map((name) => import(pathToFileURL(join(folder, `${name}.mjs`)).href));
    return Object.assign({}, ...(await Promise.all(loaded)));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/**
 * The types of what the page sends, from the schemas the server checks it by.
 *   node scripts/request-types.mjs           writes apps/web/src/api/requests.ts
 *   node scripts/request-types.mjs --check   fails where that file is not what it would write
 * Reads the built server.
 */
import 'reflect-metadata';
import { readFileSync, writeFileSync } from 'node:fs';
import { compile } from 'json-schema-to-typescript';
import { format, resolveConfig } from 'prettier';
import '../apps/server/dist/app.module.js';
import { requests } from '../apps/server/dist/common/joi.pipe.js';

const FILE = new URL('../apps/web/src/api/requests.ts', import.meta.url);

/** OpenAPI says “nullable” where JSON Schema has a type of its own for it. */
const plain = (schema) => {
  if (Array.isArray(schema)) return schema.map(plain);
  if (typeof schema !== 'object' || schema === null) return schema;
  const { nullable, ...rest } = Object.fromEntries(Object.entries(schema).map(([k, v]) => [k, plain(v)]));
  // Anything a file may hold: checked by whoever reads it.
  if (rest.type === 'object' && Object.keys(rest.properties ?? {}).length === 0) return { tsType: 'object' };
  return nullable ? { anyOf: [rest, { type: 'null' }] } : rest;
};

const types = [];
for (const [name, schema] of [...requests()].sort(([a], [b]) => a.localeCompare(b)))
  types.push(
    await compile(plain(schema), name, {
      bannerComment: '',
      additionalProperties: false,
      ignoreMinAndMaxItems: true,
      format: false,
    }),
  );
const text = await format(
  `// Made by scripts/request-types.mjs from the schemas the server checks by: change those, not this.\n\n${types.join('\n')}`,
  { ...(await resolveConfig(FILE.pathname)), parser: 'typescript' },
);
if (!process.argv.includes('--check')) writeFileSync(FILE, text);
else if (readFileSync(FILE, 'utf8') !== text) {
  console.error(
    'apps/web/src/api/requests.ts is not what the server checks: node scripts/request-types.mjs writes it anew.',
  );
  process.exit(1);
}
process.exit(0);

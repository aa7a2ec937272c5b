import { describe, expect, jest, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Script, createContext } from 'node:vm';

const PUBLIC = join(__dirname, '../../src/public');
/** Everything that can be called from outside, under its name. */
const values = Object.assign(
  {},
  ...readdirSync(PUBLIC).map((entry) => jest.requireActual<object>(join(PUBLIC, entry))),
) as Readonly<Record<string, unknown>>;

/** What the apps may call, each name with the file it comes from. */
const exported = readdirSync(PUBLIC).flatMap((entry) =>
  [...readFileSync(join(PUBLIC, entry), 'utf8').matchAll(/export \{([^}]*)\} from '([^']+)'/g)].flatMap((m) =>
    m[1]!
      .split(',')
      .map((name) => name.trim())
      .filter((name) => name !== '' && !name.startsWith('type '))
      .map((name) => ({ name, entry, file: join(PUBLIC, m[2]!) })),
  ),
);

/** Its comment, where it is declared as something that can be called; undefined for tables. */
function comment(file: string, name: string): string | undefined {
  const source = readFileSync(file, 'utf8');
  const called = new RegExp(
    `(/\\*\\*(?:(?!\\*/)[\\s\\S])*?\\*/\\s*)?export (?:(?:async )?function ${name}\\b|class ${name}\\b|const ${name}\\b(?: =|:[^=]*=) (?:async )?(?:<|\\())`,
  ).exec(source);
  return called ? (called[1] ?? '') : undefined;
}

const functions = exported.flatMap(({ name, file }) => {
  const doc = comment(file, name);
  return doc === undefined ? [] : [{ name, doc }];
});

const NEEDED = ['@returns', 'Validity:', '@throws', '@source', '@example'];

describe('functions of the public entries', () => {
  test('each says its purpose, what it returns, where it holds, what it throws, its source, and gives an example', () => {
    const missing = functions.flatMap(({ name, doc }) => {
      const purpose = /\/\*\*\s*\*?\s*([^@\n]{12,})/.test(doc) ? [] : ['purpose'];
      const absent = [...purpose, ...NEEDED.filter((tag) => !doc.includes(tag))];
      return absent.length > 0 ? [`${name}: ${absent.join(', ')}`] : [];
    });
    expect(missing).toEqual([]);
    expect(functions.length).toBeGreaterThan(100);
  });

  test('each that takes something says what', () => {
    expect(functions.map((f) => f.name).filter((name) => typeof values[name] !== 'function')).toEqual([]);
    const silent = functions.filter(({ name, doc }) => {
      const f = values[name] as { readonly length: number };
      return f.length > 0 && !doc.includes('@param');
    });
    expect(silent.map((f) => f.name)).toEqual([]);
  });

  test.each(
    functions.flatMap(({ name, doc }) =>
      [...doc.matchAll(/@example (.+?) \/\/ => (.+)/g)].map((m) => [name, m[1]!, m[2]!.trim()] as const),
    ),
  )('example of %s holds: %s', (_name, expression, expected) => {
    const context = createContext({ ...values, Math });
    const got: unknown = new Script(expression).runInContext(context);
    const want: unknown = new Script(expected).runInContext(context);
    if (typeof want === 'number') {
      const figures = expected.replace(/^-?0*\.?0*/, '').replace('.', '').length;
      expect(Math.abs((got as number) - want)).toBeLessThanOrEqual(
        Math.abs(want) * 0.6 * 10 ** (1 - Math.max(2, figures)) + 1e-12,
      );
    } else expect(got).toEqual(want);
  });
});

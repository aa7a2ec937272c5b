import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Script, createContext } from 'node:vm';
import * as core from '../support/core.ts';

const SRC = join(__dirname, '../../src');
const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory() ? files(join(dir, e.name)) : [join(dir, e.name)],
  );

interface Documented {
  readonly name: string;
  readonly doc: string;
}

/** Exported functions of the public face that carry physics or formats: those with a doc comment must have it whole. */
const documented: Documented[] = files(SRC)
  .filter((f) => !f.endsWith('index.ts'))
  .flatMap((f) => {
    const source = readFileSync(f, 'utf8');
    return [...source.matchAll(/\/\*\*((?:(?!\*\/)[\s\S])*?)\*\/\s*export function (\w+)/g)].map((m) => ({
      name: m[2]!,
      doc: m[1]!,
    }));
  })
  .filter((d) => d.name in core);

const publicFunctions = Object.entries(core)
  .filter(([, v]) => typeof v === 'function' && !/^class /.test(Function.prototype.toString.call(v)))
  .map(([name]) => name);

/** One-liners whose name and type say it all. */
const PLAIN = new Set([
  'absolute',
  'gauge',
  'dimensionSpec',
  'shownUnit',
  'fromSi',
  'ok',
  'fail',
  'findingFingerprint',
  'findingKey',
  'sizesOf',
  'familyOf',
  'wireSizeName',
  'ruleOfThumbRatio',
  'stoichiometricFactor',
  'boreOf',
  'wireAmpacity',
  'pumpElement',
  'pumpFigures',
  'elementPath',
  'isLevel',
  'termKey',
  'allTerminals',
  'terminalName',
  'terminalWord',
  'signalKeys',
  'rulesOf',
  'ruleOf',
  'dropRule',
  'freeRuleId',
  'renamed',
  'undrawnPieces',
  'wirePaint',
  'wireTags',
  'addLoad',
  'removeDevice',
  'moveSegment',
  'removeCircuit',
  'removeSegment',
  'setTap',
  'tapTargets',
  'standardDrive',
  'stagingThreshold',
  'circuitOf',
  'circuitStates',
  'hardest',
  'weakestWire',
  'wireLength',
  'wiresBehind',
]);

describe('public functions of the core', () => {
  test('each has purpose, units or returns, source and a worked example', () => {
    const docs = new Map(documented.map((d) => [d.name, d.doc]));
    const missing = publicFunctions
      .filter((name) => !PLAIN.has(name))
      .filter((name) => {
        const doc = docs.get(name) ?? '';
        return !['@returns', '@source', '@example'].every((tag) => doc.includes(tag));
      });
    expect(missing).toEqual([]);
    expect(documented.length).toBeGreaterThan(40);
  });

  test.each(
    documented.flatMap(({ name, doc }) =>
      [...doc.matchAll(/@example (.+?) \/\/ => (.+)/g)].map((m) => [name, m[1]!, m[2]!.trim()] as const),
    ),
  )('example of %s holds: %s', (_name, expression, expected) => {
    const context = createContext({ ...core, Math });
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

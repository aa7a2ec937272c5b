import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

const SRC = join(__dirname, '../../src');
const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory() ? files(join(dir, e.name)) : [join(dir, e.name)],
  );

/** Laws and the engine: what they answer is data. A kind's own index, shape and order list hold its words. */
const LAW_AND_ENGINE = [
  ...['numerics', 'fuel', 'demand', 'flow', 'engine'].flatMap((room) => files(join(SRC, room))),
  ...files(join(SRC, 'kinds')).filter((f) => /(law|model|faults|behavior|geometry)\.ts$/.test(f)),
];

const isThrown = (node: ts.Node): boolean => {
  for (let n: ts.Node | undefined = node; n; n = n.parent) if (ts.isThrowStatement(n)) return true;
  return false;
};

/** Literals a reader could meet: two words or more in a row. What is thrown is for programmers. */
function sentences(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    const literal =
      ts.isStringLiteralLike(node) || ts.isTemplateHead(node) || ts.isTemplateMiddleOrTemplateTail(node);
    if (literal && /[A-Za-z]{2,} [A-Za-z]{2,}/.test(node.text) && !isThrown(node))
      found.push(`${file.slice(SRC.length + 1)}: ${node.text}`);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

test('files of law and engine hold no text for users', () => {
  expect(LAW_AND_ENGINE.length).toBeGreaterThan(40);
  expect(LAW_AND_ENGINE.flatMap(sentences)).toEqual([]);
});

test('the check itself finds a sentence where one stands', () => {
  expect(sentences(join(SRC, 'say/ending.ts')).length).toBeGreaterThan(5);
});

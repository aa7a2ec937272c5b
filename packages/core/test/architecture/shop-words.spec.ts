import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import ts from 'typescript';

const ROOT = resolve(__dirname, '../../../..');
const SOURCES = ['packages/core/src', 'packages/cli/src', 'apps/web/src', 'apps/server/src'];

/** The left column of the glossary's last table. */
const WORDS = readFileSync(join(ROOT, 'docs/glossary.md'), 'utf8')
  .split('## Not this, but that')[1]!
  .split('\n')
  .flatMap((line) => /^\| (.+?) +\| .+\|$/.exec(line)?.[1] ?? [])
  .filter((word) => word !== 'not' && !word.startsWith('---'));
const UNSAID = WORDS.map((word) => [word, new RegExp(`\\b${word}\\b`, 'i')] as const);

const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true, recursive: true }).flatMap((e) =>
    e.isFile() && /\.tsx?$/.test(e.name) ? [join(e.parentPath, e.name)] : [],
  );

/** Everything somebody may read: literals and the text between tags; comments are for those who build it. */
function texts(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    // The name of a file is no text.
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (
      ts.isStringLiteralLike(node) ||
      ts.isTemplateHead(node) ||
      ts.isTemplateMiddleOrTemplateTail(node) ||
      ts.isJsxText(node)
    )
      found.push(node.text.replaceAll(/\s+/g, ' '));
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** Pages for people who use it or read about it; the glossary names what is not said. */
const pages = (): string[] =>
  [
    join(ROOT, 'README.md'),
    ...readdirSync(join(ROOT, 'docs'), { recursive: true }).map((f) => join(ROOT, 'docs', String(f))),
  ].filter((f) => f.endsWith('.md') && !/glossary|\badr\b/.test(f));

test('what a shop does not say is in no page of the docs', () => {
  expect(pages().length).toBeGreaterThan(12);
  const found = pages().flatMap((page) =>
    readFileSync(page, 'utf8')
      .split('\n')
      .flatMap((line) =>
        UNSAID.flatMap(([word, said]) =>
          said.test(line) ? [`${relative(ROOT, page)}: “${word}” in “${line.slice(0, 120)}”`] : [],
        ),
      ),
  );
  expect(found).toEqual([]);
});

test('what a shop does not say stands in no text of the program', () => {
  expect(WORDS.length).toBeGreaterThan(12);
  const all = SOURCES.flatMap((dir) => files(join(ROOT, dir)));
  expect(all.length).toBeGreaterThan(300);
  const found = all.flatMap((file) =>
    texts(file).flatMap((text) =>
      UNSAID.flatMap(([word, said]) =>
        said.test(text) ? [`${relative(ROOT, file)}: “${word}” in “${text}”`] : [],
      ),
    ),
  );
  expect(found).toEqual([]);
});

import { expect, test } from '@jest/globals';
import { fullReturnJob } from '../../src/public/document.ts';
import { recordSheet } from '../../src/public/formats.ts';
import {
  buildOutcome,
  FOUND,
  FOUND_KINDS,
  type FoundItem,
  sayFound,
  surveyOpen,
} from '../../src/public/prove.ts';

const item = (of: FoundItem['of'], closed: boolean): FoundItem => ({
  itemId: of,
  of,
  what: `A ${of}`,
  detail: '',
  closed,
});

test('what can be closed has to be, by its name; pins and tools are only kept', () => {
  const open = surveyOpen(FOUND_KINDS.map((of) => item(of, false)));
  expect(open).toEqual(
    FOUND_KINDS.flatMap((of) => (FOUND[of].closes ? [`A ${of}: ${FOUND[of].closes.open}`] : [])),
  );
  expect(open).toHaveLength(3);
  expect(surveyOpen(FOUND_KINDS.map((of) => item(of, true)))).toEqual([]);
});

test('a sheet with every step done stays open while something found is', () => {
  const steps = [{ id: 'a', does: 'A' }];
  const results = new Map([['a', 'done']]);
  expect(buildOutcome(steps, results).verdict).toBe('pass');
  expect(buildOutcome(steps, results, [], ['Brake fluid']).verdict).toBe('incomplete');
});

test('the record keeps what was found under its own headings, and a car without any has none', () => {
  const held = { runs: [], acceptances: [], revisions: [] };
  const found = FOUND_KINDS.map((of, i) => item(of, i % 2 === 0));
  const { record } = recordSheet(fullReturnJob('x'), { ...held, found }, 'us');
  for (const i of found)
    expect(record.find((s) => s.title === FOUND[i.of].title)!.lines).toEqual([sayFound(i)]);
  expect(recordSheet(fullReturnJob('x'), held, 'us').record.map((s) => s.title)).not.toContain(
    FOUND.line.title,
  );
});

import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import type { JobDocument } from '../../src/public/document.ts';
import { recordSheet } from '../../src/public/formats.ts';
import { dryTest, wiringSheet } from '../../src/public/harness.ts';
import { jobSheet, MEASURED, measuredSteps, waysToForce } from '../../src/public/prove.ts';
import { sayAgain } from '../../src/public/say.ts';
import { billOfMaterials, connectionsOf, jointList, toolList } from '../../src/public/supply.ts';
import { startingJobs } from '../support/random-documents.ts';

/** Every sentence page, drawing and paper take from the core, in both unit systems. */
function textsOf(doc: JobDocument, system: 'us' | 'metric'): string[] {
  const { record, tuner } = recordSheet(doc, { runs: [], acceptances: [], revisions: [] }, system);
  const sheet = wiringSheet(doc);
  // As a record carries them, in both systems, and as the page shows them.
  const found = evaluatePlan(doc).findings.flatMap((f) => [f, sayAgain(f, system)]);
  return [
    ...[...record, ...tuner].flatMap((s) => [s.title, ...(s.lines ?? []), ...(s.table?.rows.flat() ?? [])]),
    ...found.flatMap((f) => [
      f.title,
      f.why.text,
      f.why.formula,
      f.why.source,
      ...f.fixes.map((x) => x.label),
    ]),
    ...billOfMaterials(doc).flatMap((l) => [l.part, l.note, l.problem ?? '']),
    ...jobSheet(doc).flatMap((s) => [s.does, s.how ?? '']),
    ...toolList(doc).flatMap((t) => [t.name, t.what]),
    ...jointList(doc).flatMap((j) => [j.where, j.what, j.line, j.care?.tighten ?? '']),
    ...connectionsOf(doc).flatMap((c) => [c.why ?? '', c.problem ?? '']),
    ...sheet.wires.flatMap((w) => [w.name, w.fromLabel, w.toLabel]),
    ...sheet.pins.flatMap((p) => [p.name, ...p.pins.map((x) => x.goesTo)]),
    ...dryTest(doc).flatMap((r) => [...r.loads, ...r.coils].map((l) => l.name)),
    ...waysToForce(doc).flatMap((w) => [w.name, w.how]),
    ...Object.keys(MEASURED).flatMap((id) =>
      measuredSteps(id as keyof typeof MEASURED, doc).flatMap((s) => [
        s.does,
        s.how ?? '',
        s.ifLow ?? '',
        s.ifHigh ?? '',
      ]),
    ),
  ].filter(Boolean);
}

const FIGURE = String.raw`(-?\d+(?:\.\d+)?) (?:psi|kPa|V|A|in|mm|ft|m)(?: \([^)]*\))?`;
const SUM = new RegExp(`${FIGURE} ([+−-]) ${FIGURE} = ${FIGURE}`, 'g');

/** Ids that no one reads as words: they have a digit or a hyphen in them. */
const idsOf = ({ plumbing, wiring }: JobDocument): string[] =>
  [
    ...Object.keys(plumbing.elements),
    ...Object.keys(plumbing.junctions),
    ...Object.keys(plumbing.paths),
    ...Object.keys(wiring.circuits),
    ...Object.values(wiring.circuits).flatMap((c) => Object.keys(c.segments)),
  ].filter((id) => /^[a-z]+(-[a-z0-9]+)+$/.test(id));

describe('what is read aloud', () => {
  test.each(startingJobs())('%s: figures are round, units are words, no key of the file shows', (_, doc) => {
    const names = [
      ...Object.values(doc.plumbing.elements),
      ...Object.values(doc.plumbing.junctions),
      ...Object.values(doc.wiring.circuits),
      ...Object.values(doc.wiring.circuits).flatMap((c) => Object.values(c.segments)),
    ].map((t) => t.name.toLowerCase());
    const ids = idsOf(doc).filter((id) => !names.some((n) => n.includes(id)));
    for (const system of ['us', 'metric'] as const)
      for (const text of textsOf(doc, system)) {
        // Nobody reads five decimals off a tape, a gauge or a meter.
        expect([text, /\d\.\d{5,}|\d{8,}|e[+-]\d/.test(text)]).toEqual([text, false]);
        expect([text, /undefined|NaN|\[object|Infinity|-0(\.0+)? /.test(text)]).toEqual([text, false]);
        expect([text, /[a-z][A-Z]\w*(Pa|M3s|K|M)\b/.test(text)]).toEqual([text, false]);
        for (const id of ids)
          expect([text, id, new RegExp(`(^|[\\s“(])${id}($|[\\s”),.:])`).test(text)]).toEqual([
            text,
            id,
            false,
          ]);
        // The same pressure twice is one value: half a tenth of a psi and half a kPa, no more.
        for (const [, psi, kPa] of text.matchAll(/(\d+(?:\.\d+)?) psi \((\d[\d,]*(?:\.\d+)?) kPa\)/g)) {
          const off = Math.abs(Number(psi) * 6.894757 - Number(kPa!.replaceAll(',', '')));
          expect([text, off < 0.05 * 6.894757 + 0.5]).toEqual([text, true]);
        }
        // What is shown as a sum is one, to the last digit shown.
        for (const [sum, a, sign, b, c] of text.matchAll(SUM)) {
          const digits = Math.max(...[a, b, c].map((x) => x!.split('.')[1]?.length ?? 0));
          const off = Number(a) + (sign === '+' ? 1 : -1) * Number(b) - Number(c);
          expect([sum, Math.abs(off) < 0.51 * 10 ** -digits]).toEqual([sum, true]);
        }
      }
  });
});

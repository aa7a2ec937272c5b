import type { JobDocument } from '../../src/public/document.ts';

/** What no text may say that a person reads on a page, in a drawing or on paper. */

const FIGURE = String.raw`(-?\d+(?:\.\d+)?) (?:psi|kPa|V|A|in|mm|ft|m)(?: \([^)]*\))?`;
const SUM = new RegExp(`${FIGURE} ([+−-]) ${FIGURE} = ${FIGURE}`, 'g');
const PRESSURE_TWICE = /(\d+(?:\.\d+)?) psi \((\d[\d,]*(?:\.\d+)?) kPa\)/g;
const KPA = 6.894757;

/** Ids of a plan that are no part of any name in it: a text that has one shows a key of the file. */
export function idsNotRead({ plumbing, wiring }: JobDocument): string[] {
  const circuits = Object.values(wiring.circuits);
  const groups: readonly object[] = [
    plumbing.elements,
    plumbing.junctions,
    plumbing.paths,
    wiring.circuits,
    ...circuits.map((c) => c.segments),
  ];
  const named: readonly { readonly name: string }[] = [
    ...Object.values(plumbing.elements),
    ...Object.values(plumbing.junctions),
    ...circuits,
    ...circuits.flatMap((c) => Object.values(c.segments)),
  ];
  const names = named.map(({ name }) => name.toLowerCase());
  // An id of one plain word reads like any other word.
  return groups
    .flatMap((group) => Object.keys(group))
    .filter((id) => /^[a-z]+(-[a-z0-9]+)+$/.test(id) && !names.some((n) => n.includes(id)));
}

/**
 * @param text as it is read, in one piece
 * @param ids as `idsNotRead` has them
 * @returns each fault in words, with what shows it; empty: none
 */
export function textFaults(text: string, ids: readonly string[] = []): string[] {
  const faults: string[] = [];
  const rule = (name: string, pattern: RegExp): void => {
    const found = pattern.exec(text);
    if (found) faults.push(`${name}: ${text.slice(Math.max(0, found.index - 40), found.index + 60)}`);
  };
  // No tape, gauge or meter is read to five decimals.
  rule('not a round figure', /\d\.\d{5,}|(?<![\d-])\d{8,}(?![\d-])|\d[eE][+-]\d/);
  rule('not a figure', /\bundefined\b|\bNaN\b|\[object|\bInfinity\b|(?<![\d.])-0(\.0+)? /);
  rule('a key of the file', /\b[a-z]+[A-Z]\w*(Pa|M3s|K|M)\b/);
  for (const id of ids) rule('an id of the file', new RegExp(`(?<=^|[\\s“(])${id}(?=$|[\\s”),.:])`));
  // The same pressure twice is one value: half a tenth of a psi and half a kPa, no more.
  for (const [pair, psi, kPa] of text.matchAll(PRESSURE_TWICE)) {
    const off = Math.abs(Number(psi) * KPA - Number(kPa!.replaceAll(',', '')));
    if (off >= 0.05 * KPA + 0.5) faults.push(`two values for one pressure: ${pair}`);
  }
  // What is shown as a sum is one, to the last digit shown.
  for (const [sum, a, sign, b, c] of text.matchAll(SUM)) {
    const digits = Math.max(...[a, b, c].map((x) => x!.split('.')[1]?.length ?? 0));
    const off = Number(a) + (sign === '+' ? 1 : -1) * Number(b) - Number(c);
    if (Math.abs(off) >= 0.51 * 10 ** -digits) faults.push(`not the sum it says: ${sum}`);
  }
  return faults;
}

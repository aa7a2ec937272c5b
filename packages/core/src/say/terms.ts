/** A word of the field, explained where it is met: what it is, and what is usual. */
export interface Term {
  /** As it is written in labels and findings; the first is its heading. */
  readonly words: readonly [string, ...string[]];
  /** Two sentences: what it is; its typical range, and what that does. */
  readonly says: string;
}

/**
 * Words of the field that a label or a finding uses and a technician may want explained. Ranges are common practice unless the
 * sentence names its source.
 */
export const TERMS: Readonly<Record<string, Term>> = {
  cv: {
    words: ['Cv', 'Flow coefficient'],
    says: 'Flow in US gallons a minute of water that a valve passes at 1 psi across it (ISA 75.01). Regulator seats run from about 0.8 to 3; twice the Cv passes twice the flow at the same pressure.',
  },
  k: {
    words: ['K', 'Loss coefficient'],
    says: 'What a bend or a fitting loses, as a multiple of the speed head of the fuel in it. A smooth 90° hose end is about 0.3 to 0.6, a forged elbow 0.8 to 1.5, an open valve 1 to 3.',
  },
  droop: {
    words: ['Droop', 'Rise with flow'],
    says: 'How much a regulator lets the pressure rise as it has to bypass more. About 1 to 4 psi from little flow to full flow is usual; a larger seat rises less.',
  },
  duty: {
    words: ['Duty', 'Injector duty', 'Pump duty'],
    says: 'The share of the time an injector is open, or of full power a driven pump is given. Up to 80 or 85% leaves an injector in control; a pump at 100% has nothing left.',
  },
  bsfc: {
    words: ['BSFC', 'Brake specific fuel consumption'],
    says: 'Pounds of fuel an engine burns for each horsepower in an hour. On gasoline 0.45 to 0.55 without boost and 0.55 to 0.65 with; ethanol takes about 1.4 times as much.',
  },
  rvp: {
    words: ['RVP', 'Vapor pressure'],
    says: 'How hard the fuel wants to boil, as pressure over it at 100 °F (ASTM D323). Summer gasoline is 7 to 9 psi, winter up to 15; the higher it is, the sooner a pump inlet draws vapor.',
  },
  differential: {
    words: ['Differential', 'Rail over manifold'],
    says: 'Rail pressure less manifold pressure: what an injector really sees. With a 1:1 reference it stays at the base pressure, 43.5 to 58 psi in most cars.',
  },
  base: {
    words: ['Base pressure'],
    says: 'Rail pressure with the reference line off and plugged, engine at idle. Most port injection is set to 43.5 or 58 psi, throttle bodies 9 to 30, carburetors 4 to 7.',
  },
  reference: {
    words: ['Manifold reference', 'Reference'],
    says: 'A line from the manifold to the regulator that adds boost to the rail pressure, psi for psi. At idle the same line takes about 10 psi off, as the vacuum pulls on the diaphragm.',
  },
  prime: {
    words: ['Prime', 'Primes for'],
    says: 'The pump runs for a moment at key-on so that the rail has pressure before the starter turns. 2 to 3 seconds fill a line that held; a dry one takes several tries.',
  },
  back: {
    words: ['Back-pressure', 'Return back-pressure'],
    says: 'Pressure in the return line just after the regulator. Up to about 35% of the rail pressure the regulator still works; 2 to 10 psi is usual.',
  },
  vapor: {
    words: ['Pump inlet above vapor', 'Suction margin'],
    says: 'Absolute pressure at the pump inlet less the vapor pressure of the fuel as warm as it is. Below about 3 psi a pump begins to whine, below zero it moves vapor and the rail falls.',
  },
  static: {
    words: ['Flow of one, static', 'Static flow'],
    says: 'Flow of an injector held wide open at its rated pressure. Street injectors run from 20 to 100 lb/hr; it grows with the square root of the pressure over it.',
  },
  sag: {
    words: ['Sag', 'Source resistance'],
    says: 'Volts lost inside the battery and its cables before any wire of the circuit. With a sound battery 0.01 to 0.02 V for each ampere; it is never counted as wiring drop.',
  },
  armature: {
    words: ['Armature resistance', 'Armature resistance, running'],
    says: 'Resistance of a pump motor while it turns, worked out from its curve. 0.1 to 0.6 Ω is usual; a meter on the stopped motor reads something else, as the brushes sit.',
  },
  changeover: {
    words: ['87a'],
    says: 'The relay terminal that is joined to 30 while the relay is at rest, and opens when it pulls in. Left unused unless something must run while the pump is off; mixing it up with 87 makes the pump run backward to its rule.',
  },
};

const byWord = new Map(
  Object.entries(TERMS).flatMap(([id, t]) => t.words.map((w) => [w.toLowerCase(), id] as const)),
);
const found = new RegExp(
  `(?<![\\w-])(${[...byWord.keys()]
    .sort((a, b) => b.length - a.length)
    .map((w) => w.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    .join('|')})(?![\\w-])`,
  'gi',
);

/** A stretch of a text; with `term` where it is a word that is explained. */
export interface TextPart {
  readonly text: string;
  readonly term?: string;
}

/**
 * Finds the explained words in a label.
 * @param label text as it is shown
 * @returns the text in pieces; single letters count only as they are written (“K”, not “k”)
 * Validity: any text.
 * @throws nothing
 * @source own convention
 * @example explained('Vapor pressure (RVP)').filter((p) => p.term === 'rvp').length // => 1
 */
export function explained(label: string): readonly TextPart[] {
  const parts: TextPart[] = [];
  const told = new Set<string>();
  let at = 0;
  for (const match of label.matchAll(found)) {
    const word = match[0];
    const term = byWord.get(word.toLowerCase())!;
    const exact = word.length > 2 || TERMS[term]!.words.includes(word);
    if (!exact || told.has(term)) continue;
    told.add(term);
    if (match.index > at) parts.push({ text: label.slice(at, match.index) });
    parts.push({ text: word, term });
    at = match.index + word.length;
  }
  if (at < label.length) parts.push({ text: label.slice(at) });
  return parts;
}

import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { allTerminals } from '../../src/public/edit.ts';
import { checkJob, jobSchema } from '../../src/public/formats.ts';
import { harnessOf } from '../../src/public/harness.ts';
import { demoJobs } from './examples.ts';

type Schema = Readonly<Record<string, unknown>>;
type Json = Record<string, unknown>;

/** Seeded numbers in 0–1 (mulberry32, public domain): a failing document can be made again from its seed. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** The same job with its wiring drawn by hand, as it stands. */
const drawn = (doc: JobDocument): JobDocument => ({
  ...doc,
  wiring: { ...doc.wiring, harness: structuredClone(harnessOf(doc)) },
});

/**
 * Every pattern and every demo job, some with their wiring drawn; made anew each time: nothing a test does to one reaches
 * another.
 */
export const startingJobs = (): readonly (readonly [string, JobDocument])[] => [
  ...PATTERNS.map((p) => [p.id, p.job(p.name)] as const),
  ...demoJobs(),
  ...PATTERNS.filter((p) => ['full-return', 'twin-pump', 'speed-controlled'].includes(p.id)).map(
    (p) => [`${p.id}, drawn`, drawn(p.job(p.name))] as const,
  ),
];

/** A place in a document with the description of what may stand there. */
interface Field {
  readonly at: readonly string[];
  readonly schema: Schema;
}

const DEFINED = jobSchema()['$defs'] as Record<string, Schema>;
/** The description a reference stands for. */
const meant = (schema: Schema): Schema =>
  typeof schema['$ref'] === 'string' ? DEFINED[schema['$ref'].split('/').at(-1)!]! : schema;

/** The description of the kind that stands there, of several on offer. */
function narrowed(told: Schema, value: unknown): Schema {
  const schema = meant(told);
  const options = schema['oneOf'] as Schema[] | undefined;
  if (!options) return schema;
  const kind = (value as Json | undefined)?.['kind'];
  return options.find((o) => kindOf(o) === kind) ?? options[0]!;
}
const kindOf = (schema: Schema): unknown =>
  (schema['properties'] as Record<string, { enum?: unknown[] }>)['kind']?.enum?.[0];

/** Every value in the document, leaves and branches. */
export function fieldsOf(
  value: unknown,
  schema: Schema = jobSchema(),
  at: readonly string[] = [],
  out: Field[] = [],
): Field[] {
  const here = narrowed(schema, value);
  out.push({ at, schema: here });
  if (Array.isArray(value)) {
    value.forEach((v, i) => fieldsOf(v, here['items'] as Schema, [...at, String(i)], out));
  } else if (typeof value === 'object' && value !== null) {
    const properties = (here['properties'] ?? {}) as Record<string, Schema>;
    for (const [key, v] of Object.entries(value)) {
      const of = properties[key] ?? (here['additionalProperties'] as Schema);
      if (of) fieldsOf(v, of, [...at, key], out);
    }
  }
  return out;
}

const parentOf = (doc: unknown, at: readonly string[]): Json =>
  at.slice(0, -1).reduce<Json>((v, key) => v[key] as Json, doc as Json);

/** A copy of the document with one place set. */
export function withField(doc: JobDocument, at: readonly string[], value: unknown): unknown {
  const copy = structuredClone(doc) as unknown;
  parentOf(copy, at)[at.at(-1)!] = value;
  return copy;
}

/** A field's ends and just inside them. */
export function extremes({ schema }: Field): unknown[] {
  if (Array.isArray(schema['enum'])) return schema['enum'] as unknown[];
  const {
    minimum: min,
    maximum: max,
    type,
  } = schema as { minimum?: number; maximum?: number; type?: string };
  if (type === 'boolean') return [true, false];
  if (typeof min !== 'number' || typeof max !== 'number') return [];
  const step = type === 'integer' ? 1 : (max - min) * 1e-6;
  return [...new Set([min, min + step, max - step, max])].filter((v) => v >= min && v <= max);
}

const pick = <T>(random: () => number, of: readonly T[]): T =>
  of[Math.min(of.length - 1, Math.floor(random() * of.length))]!;

function anyNumber(random: () => number, min: number, max: number): number {
  const way = random();
  if (way < 0.15) return min;
  if (way < 0.3) return max;
  if (way < 0.5 && min >= 0) {
    const low = Math.max(min, max * 1e-6);
    return low * (max / low) ** random();
  }
  return min + random() * (max - min);
}

/** Anything the description allows. */
function anything(random: () => number, told: Schema, ids: readonly string[], depth = 0): unknown {
  const schema = meant(told);
  if (Array.isArray(schema['oneOf']))
    return anything(random, pick(random, schema['oneOf'] as Schema[]), ids, depth);
  if (Array.isArray(schema['enum'])) return pick(random, schema['enum'] as unknown[]);
  const { minimum: min, maximum: max } = schema as { minimum: number; maximum: number };
  switch (schema['type']) {
    case 'number':
      return anyNumber(random, min, max);
    case 'integer':
      return Math.round(anyNumber(random, min, max));
    case 'boolean':
      return random() < 0.5;
    case 'string': {
      const { minLength = 0, maxLength = 40 } = schema as { minLength?: number; maxLength?: number };
      if (random() < 0.8) return pick(random, ids).slice(0, maxLength).padEnd(minLength, 'x');
      return pick(random, ['Zoë – “feed” №1', '<b>&amp;', 'ﷺ'.repeat(5), ' '.repeat(3)])
        .slice(0, maxLength)
        .padEnd(minLength, 'x');
    }
    case 'array': {
      const {
        minItems = 0,
        maxItems = 5,
        items,
      } = schema as { minItems?: number; maxItems?: number; items: Schema };
      const length = minItems + Math.floor(random() * Math.min(6, maxItems - minItems + 1));
      return Array.from({ length }, () => anything(random, items, ids, depth + 1));
    }
    default: {
      const properties = schema['properties'] as Record<string, Schema> | undefined;
      if (!properties) {
        const count = depth > 3 ? 0 : Math.floor(random() * 3);
        return Object.fromEntries(
          Array.from({ length: count }, (_, i) => [
            `new-${i}`,
            anything(random, schema['additionalProperties'] as Schema, ids, depth + 1),
          ]),
        );
      }
      const required = new Set(schema['required'] as string[]);
      return Object.fromEntries(
        Object.entries(properties)
          .filter(([key]) => required.has(key) || random() < 0.5)
          .map(([key, s]) => [key, anything(random, s, ids, depth + 1)]),
      );
    }
  }
}

const idsIn = (doc: JobDocument): string[] => {
  const { junctions, elements, paths } = doc.plumbing;
  const { circuits, loads = {}, triggers = {} } = doc.wiring;
  const segments = Object.values(circuits).flatMap((c) => Object.keys(c.segments));
  return [junctions, elements, paths, circuits, loads, triggers]
    .flatMap(Object.keys)
    .concat(
      segments,
      doc.wiring.harness ? allTerminals(doc.wiring.harness).flatMap((t) => [t.device, t.terminal]) : [],
      'nowhere',
    );
};

/** One change anybody could make by hand or by file: a value, a part more, a part fewer, another order. */
function twist(random: () => number, doc: JobDocument): void {
  const fields = fieldsOf(doc).filter((f) => f.at.length > 0 && !['format', 'version'].includes(f.at[0]!));
  const { at, schema } = pick(random, fields);
  const parent = parentOf(doc, at);
  const key = at.at(-1)!;
  const value = parent[key];
  const ids = idsIn(doc);
  const way = random();
  if (Array.isArray(value) && way < 0.7) {
    if (way < 0.2) value.reverse();
    else if (way < 0.4) value.splice(Math.floor(random() * value.length), 1);
    else
      value.splice(
        Math.floor(random() * (value.length + 1)),
        0,
        anything(random, schema['items'] as Schema, ids),
      );
  } else if (
    schema['additionalProperties'] &&
    typeof schema['additionalProperties'] === 'object' &&
    way < 0.8
  ) {
    const things = value as Json;
    const names = Object.keys(things);
    if (way < 0.25 && names.length > 0) delete things[pick(random, names)];
    else if (way < 0.5 && names.length > 0)
      things[`copy-${names.length}`] = structuredClone(things[pick(random, names)]);
    else things[`new-${names.length}`] = anything(random, schema['additionalProperties'] as Schema, ids);
  } else if (schema['properties'] && way < 0.6) {
    // An optional field more or fewer.
    const required = new Set(schema['required'] as string[]);
    const optional = Object.entries(schema['properties'] as Record<string, Schema>).filter(
      ([k]) => !required.has(k),
    );
    if (optional.length === 0) return;
    const [name, of] = pick(random, optional);
    const record = value as Json;
    if (Object.hasOwn(record, name)) delete record[name];
    else record[name] = anything(random, of, ids);
  } else if (!schema['properties'] && !schema['additionalProperties']) {
    parent[key] = anything(random, schema, ids);
  }
}

/**
 * A document the checker accepts, far from any pattern: values anywhere in their range, parts copied, dropped and made
 * up, lists reordered, ids that lead nowhere. The same seed gives the same document.
 */
export function randomDocument(seed: number): JobDocument {
  const random = seeded(seed);
  const starts = startingJobs();
  let doc = pick(random, starts)[1];
  const wanted = 1 + Math.floor(random() ** 2 * 40);
  for (let done = 0, tries = 0; done < wanted && tries < wanted * 4; tries++) {
    const next = structuredClone(doc);
    twist(random, next);
    if (!checkJob(next).ok) continue;
    doc = next;
    done++;
  }
  return doc;
}

/**
 * A plan as large as the checker lets in: feed paths side by side with a pump and a circuit each, long orders, sixty
 * points of pull, rules of many signals.
 */
export function largeDocument(seed: number, paths = 20): JobDocument {
  const random = seeded(seed);
  const doc = structuredClone(pick(random, startingJobs())[1]);
  const { plumbing, wiring, brief } = doc;
  const peak = brief.pull.at(-1)!;
  brief.pull = Array.from({ length: 60 }, (_, i) => ({
    rpm: 2000 + 100 * i,
    powerW: (peak.powerW * (i + 1)) / 60,
    boostPa: -50e3 + 4e3 * i,
  }));
  const feeds = Object.entries(plumbing.paths).filter(([, p]) => p.role === 'feed');
  wiring.triggers ??= {};
  for (let n = 0; n < paths; n++) {
    const [, path] = pick(random, feeds);
    const order: string[] = [];
    for (let i = 0; i < 1 + Math.floor(random() * 8); i++)
      for (const id of path.order) {
        if (order.length >= 60 || Object.keys(plumbing.elements).length >= 295) break;
        const e = plumbing.elements[id];
        if (!e || (i > 0 && e.kind !== 'run')) continue;
        const copy = `l${n}-${i}-${id}`.slice(0, 40);
        plumbing.elements[copy] = { ...structuredClone(e), name: `${e.name} ${n}` };
        order.push(copy);
        if (e.kind !== 'pump' || Object.keys(wiring.circuits).length >= 40) continue;
        const circuit = structuredClone(Object.values(wiring.circuits)[0]);
        if (!circuit) continue;
        wiring.circuits[`l${n}`] = { ...circuit, name: `Circuit ${n}`, loadId: copy };
        wiring.triggers[`l${n}`] = {
          loadId: copy,
          any: [
            {
              all: [
                { kind: 'boost', above: 20e3 + 1e3 * (n % 9), below: 10e3, not: false },
                { kind: 'panel', name: `Panel ${n % 7}`, not: random() < 0.3 },
              ],
            },
          ],
          primeS: 2,
          minOnS: 0,
          minOffS: 0,
          needsIgnition: true,
          needsInertia: true,
          overrideS: 30,
        };
      }
    if (Object.keys(plumbing.paths).length < 58)
      plumbing.paths[`l${n}`] = { ...path, name: `Path ${n}`, order };
  }
  return doc;
}

/** Every field of every starting job at its ends and just inside, one at a time, with a label. */
export function* fieldsAtTheirEnds(): Generator<readonly [string, JobDocument]> {
  for (const [name, job] of startingJobs())
    for (const field of fieldsOf(job))
      for (const value of extremes(field))
        yield [
          `${name} /${field.at.join('/')} = ${String(value)}`,
          withField(job, field.at, value) as JobDocument,
        ];
}

import { shapeAt } from '../document/shape-at.ts';
import { valueAt } from '../fields/pointer.ts';

/** Where things with a name are kept, by their key. */
const KEPT_AT = [
  '/plumbing/elements',
  '/plumbing/junctions',
  '/plumbing/vents',
  '/plumbing/paths',
  '/wiring/circuits',
  '/wiring/loads',
  '/wiring/harness/devices',
  '/routing/keepOuts',
] as const;

const nameOf = (thing: unknown): string | undefined => {
  const name = (thing as { readonly name?: unknown } | undefined)?.name;
  return typeof name === 'string' ? name : undefined;
};

/**
 * The name of a thing of the plan, by its key.
 * @param doc the job
 * @param key key of a part, place, line, circuit, piece of a circuit, load, drawn part or thing in the car
 * @returns its name; undefined where nothing has that key
 * Validity: any job.
 * @throws nothing
 * @source own convention
 * @example thingNamed(fullReturnJob('x'), 'feed') // => 'Feed hose'
 */
export function thingNamed(doc: object, key: string): string | undefined {
  for (const at of KEPT_AT) {
    const name = nameOf(valueAt(doc, `${at}/${key}`));
    if (name !== undefined) return name;
  }
  const circuits = (valueAt(doc, '/wiring/circuits') ?? {}) as Readonly<Record<string, unknown>>;
  for (const id of Object.keys(circuits)) {
    const name = nameOf(valueAt(doc, `/wiring/circuits/${id}/segments/${key}`));
    if (name !== undefined) return name;
  }
  return undefined;
}

/**
 * Whether the value at a pointer is the key of another thing in the plan.
 * @param doc the job
 * @param pointer RFC 6901 pointer
 * @returns true for keys; people are shown the name behind one
 * Validity: pointers into the job format.
 * @throws nothing
 * @source docs/job.schema.json
 * @example refersAt(fullReturnJob('x'), '/plumbing/paths/feed/from') // => true
 */
export const refersAt = (doc: object, pointer: string): boolean => shapeAt(doc, pointer)?.refers === true;

/** Names of what is kept by key under a place that has no name of its own. */
const WHOLES: readonly (readonly [RegExp, string])[] = [
  [/^\/routing\/lines\/([^/]+)/, 'route'],
  [/^\/wiring\/triggers\/([^/]+)/, 'rule'],
];

/**
 * What a place in a job belongs to, by name: the nearest part, piece, circuit or load around it.
 * @param doc the job
 * @param pointer RFC 6901 pointer
 * @returns "Feed hose", "Feed hose, route"; undefined where nothing around it has a name
 * Validity: pointers into the job format.
 * @throws nothing
 * @source own wording
 * @example ownerNamed(fullReturnJob('x'), '/plumbing/elements/feed/lengthM') // => 'Feed hose'
 */
export function ownerNamed(doc: object, pointer: string): string | undefined {
  const keys = pointer.slice(1).split('/');
  let own: string | undefined;
  for (let n = keys.length - 1; n > 1 && own === undefined; n--)
    own = nameOf(valueAt(doc, `/${keys.slice(0, n).join('/')}`));
  const whole = WHOLES.find(([at]) => at.test(pointer));
  if (!whole) return own;
  const [at, word] = whole;
  const id = at.exec(pointer)![1]!;
  const load = (valueAt(doc, `/wiring/triggers/${id}`) as { readonly loadId?: string } | undefined)?.loadId;
  const of = thingNamed(doc, word === 'rule' ? (load ?? '') : id);
  const around = of === undefined ? word : `${of}, ${word}`;
  return own === undefined || own === of ? around : `${around}, ${own}`;
}

import {
  fieldAt,
  labelAt,
  ownerNamed,
  refersAt,
  thingNamed,
  valueAt,
  valueCalled,
} from '@venula/core/formats';
import { capital, shortened, type Dimension, withinSentence } from '@venula/core/quantities';

/** Names of what has no description of its own. */
const OTHERWISE: Readonly<Record<string, string>> = {
  harness: 'wiring as drawn',
  triggers: 'trigger rules',
  lines: 'routes',
  elements: 'parts',
  junctions: 'places',
  paths: 'lines',
  vents: 'vent lines',
  circuits: 'circuits',
  segments: 'pieces',
  loads: 'loads',
  devices: 'drawn parts',
  wires: 'drawn wires',
  keepOuts: 'things in the car',
  routing: 'routes',
  all: 'conditions',
  any: 'conditions',
};

/** "Feed hose: length" for a JSON Pointer into the job. Keys of the document are never shown. */
export function placeName(doc: object, pointer: string): string {
  const last = pointer.split('/').at(-1)!;
  const here = valueAt(doc, pointer) as { name?: unknown } | undefined;
  // A whole part added or taken out goes by its own name.
  if (typeof here === 'object' && here !== null && typeof here.name === 'string') return here.name;
  const owner = ownerNamed(doc, pointer);
  // A route or a rule as a whole: what it is of says it all.
  if (/^\/(?:routing\/lines|wiring\/triggers)\/[^/]+$/.test(pointer)) return owner ?? 'route';
  const word =
    labelAt(doc, pointer) ??
    OTHERWISE[last] ??
    (/^\d+$/.test(last) ? `entry ${Number(last) + 1}` : 'a setting');
  return owner === undefined ? capital(word) : `${owner}: ${withinSentence(word)}`;
}

/** A value of that place in words. */
export function valueWords(
  doc: object,
  pointer: string,
  value: unknown,
  format: (dimension: Dimension, value: number) => string,
): string {
  if (value === null || value === undefined) return 'removed';
  if (typeof value === 'string' && refersAt(doc, pointer)) return thingNamed(doc, value) ?? 'something else';
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') {
    const called = valueCalled(doc, pointer, value);
    if (called !== undefined) return called;
  }
  if (typeof value === 'number') {
    const field = fieldAt(doc, pointer);
    return field ? format(field.dimension, value) : String(value);
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return listWords(doc, pointer, value, format);
  if (typeof value === 'object' && 'name' in value) return 'there';
  return typeof value === 'string' ? shortened(value, 200) : 'there';
}

type Write = (dimension: Dimension, value: number) => string;
type Point = { readonly rpm: number; readonly powerW: number; readonly boostPa: number };
const isPull = (value: unknown): value is readonly Point[] =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((v: unknown) => typeof v === 'object' && v !== null && 'rpm' in v && 'powerW' in v);

const pointWords = (p: Point, format: Write): string =>
  `${format('power', p.powerW)} at ${format('manifold', p.boostPa)}`;

/** A list in words: a pull by its points, anything else by how many there are. */
function listWords(doc: object, pointer: string, value: readonly unknown[], format: Write): string {
  if (isPull(value)) return value.map((p) => `${p.rpm} rpm: ${pointWords(p, format)}`).join('; ');
  if (value.length > 0 && value.every((v) => typeof v === 'string') && refersAt(doc, `${pointer}/0`))
    return value.map((key) => thingNamed(doc, key) ?? 'something else').join(', ');
  return value.length === 1 ? '1 entry' : `${value.length} entries`;
}

/**
 * What a change makes of a value: “60 psi → 58 psi”; of a pull only the points that differ, by rpm.
 */
export function changeWords(
  before: { readonly doc: object; readonly value: unknown },
  after: { readonly doc: object; readonly value: unknown },
  pointer: string,
  format: Write,
): string {
  const [was, is] = [before.value, after.value];
  if (isPull(was) && isPull(is)) {
    const speeds = [...new Set([...was, ...is].map((p) => p.rpm))].sort((a, b) => a - b);
    return speeds
      .flatMap((rpm) => {
        const [a, b] = [was, is].map((pull) => pull.find((p) => p.rpm === rpm));
        const [x, y] = [a, b].map((p) => (p ? pointWords(p, format) : 'no point'));
        return x === y ? [] : [`${rpm} rpm: ${x!} → ${y!}`];
      })
      .join('; ');
  }
  const said = was === undefined ? 'not there' : valueWords(before.doc, pointer, was, format);
  return `${said} → ${valueWords(after.doc, pointer, is, format)}`;
}

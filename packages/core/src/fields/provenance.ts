import { fieldOf } from './field.ts';
import {
  number,
  object,
  oneOf,
  optional,
  text,
  type Fields,
  type FromFields,
  type Infer,
  type Shape,
} from './shape.ts';

/**
 * Where a figure comes from. Not said: from the catalog where the part names its entry there, else a starting figure
 * nobody has confirmed.
 */
export const ORIGINS = ['typed', 'measured', 'string', 'routed', 'ports', 'catalogue', 'default'] as const;
export type Origin = (typeof ORIGINS)[number];

const inline = object({
  origin: oneOf(ORIGINS),
  /** The figure it was said of, SI: changed since, it no longer holds. */
  value: number(-1e9, 1e9, 'SI'),
  /** By whom, and when (ISO 8601). */
  by: optional(text(80, 1)),
  at: optional(text(30, 1)),
});
export type Source = Infer<typeof inline>;

/** Its description, once in the schema of whatever holds it. */
export const SOURCE_DEFINITION = { source: inline.schema };
const sourceShape: Shape<Source> = { ...inline, schema: { $ref: '#/$defs/source' } };

/** The key that says where the figure under a key comes from. */
export const sourceKey = <K extends string>(key: K): `${K}From` => `${key}From`;

/**
 * An object whose figures may say where they come from: `lengthM` under `lengthMFrom`. A key of its own for each, so that two
 * people who say it of two figures of one part do not get into each other’s way, and taking one back takes back that one.
 */
export function withSources<F extends Fields>(fields: F): Shape<FromFields<F>> & { readonly fields: F } {
  const figures = Object.keys(fields).filter((key) => fieldOf(fields[key]!));
  const sources = Object.fromEntries(figures.map((key) => [sourceKey(key), optional(sourceShape)]));
  // Sources are read and written by their keys (sourceOf, setOrigin): as types they would double every part.
  const described: Fields = { ...fields, ...sources };
  return object(described) as unknown as Shape<FromFields<F>> & { readonly fields: F };
}

/**
 * Where the figure under a key of a thing comes from, and who said so.
 * @param thing part, piece or group of the brief
 * @param key key of the figure
 * @returns origin, with by whom and when where that is kept; from the catalog or a starting figure where nothing is said
 * Validity: what was said of another figure than the one that stands there no longer holds.
 * @throws nothing
 * @source own convention
 * @example sourceOf(fullReturnJob('x').brief, 'bsfc').origin // => 'default'
 */
export function sourceOf(thing: object, key: string): Source | { readonly origin: 'catalogue' | 'default' } {
  const held = thing as Readonly<Record<string, unknown>>;
  const said = held[sourceKey(key)] as Source | undefined;
  if (said && said.value === held[key]) return said;
  const listed = held['catalogueId'] !== undefined || held['fromLibrary'] !== undefined;
  return { origin: listed ? 'catalogue' : 'default' };
}

/**
 * Whether a figure is a starting figure: it was not typed, measured or calculated from a measurement.
 * @param thing part, piece or group of the brief
 * @param key key of the figure
 * @returns true for starting and catalog figures
 * Validity: as `sourceOf`.
 * @throws nothing
 * @source own convention
 * @example isStartingFigure({ lengthM: 2, lengthMFrom: { origin: 'string', value: 2 } }, 'lengthM') // => false
 */
export const isStartingFigure = (thing: object, key: string): boolean =>
  ['default', 'catalogue'].includes(sourceOf(thing, key).origin);

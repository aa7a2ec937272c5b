import { fieldOf } from './field.ts';
import {
  byKey,
  number,
  object,
  oneOf,
  optional,
  text,
  type Fields,
  type Infer,
  type Shape,
} from './shape.ts';

/**
 * Where a figure comes from. Not said: from the catalogue where the part names its entry there, else a starting figure
 * nobody has confirmed.
 */
export const ORIGINS = ['typed', 'measured', 'routed', 'catalogue', 'default'] as const;
export type Origin = (typeof ORIGINS)[number];

const sourceShape = object({
  origin: oneOf(ORIGINS),
  /** The figure it was said of, SI: changed since, it no longer holds. */
  value: number(-1e9, 1e9, 'SI'),
  /** By whom, and when (ISO 8601). */
  by: optional(text(80, 1)),
  at: optional(text(30, 1)),
});
export type Source = Infer<typeof sourceShape>;
export type Sources = Readonly<Record<string, Source>>;

/** Optional; where a thing has no figures, nothing is taken under that key. */
type SourcesShape = Shape<Sources | undefined> & { readonly optional: true };

/** An object whose figures may say where they come from, under `sources` by the figure’s key. */
export const withSources = <F extends Fields>(fields: F) => {
  const figures = Object.keys(fields).filter((key) => fieldOf(fields[key]!));
  const sources: SourcesShape = optional(byKey(figures, sourceShape));
  return object<F & { readonly sources: SourcesShape }>(
    (figures.length > 0 ? { ...fields, sources } : fields) as F & { readonly sources: SourcesShape },
  );
};

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
  const { sources, catalogueId } = thing as { readonly sources?: Sources; readonly catalogueId?: string };
  const said = sources && Object.hasOwn(sources, key) ? sources[key] : undefined;
  if (said && said.value === (thing as Readonly<Record<string, unknown>>)[key]) return said;
  return { origin: catalogueId === undefined ? 'default' : 'catalogue' };
}

import type { JobDocument } from '../document/job-document.ts';
import { fieldOf, numberFields, type FieldInfo } from '../fields/field.ts';
import { valueAt } from '../fields/pointer.ts';
import { sourceKey, sourceOf, type Origin, type Source } from '../fields/provenance.ts';
import { shapeAt } from '../document/shape-at.ts';
import type { PatchOperation } from '../outcome/finding.ts';

/** Who says where a figure comes from, and when (ISO 8601). */
export interface Witness {
  readonly by: string;
  readonly at: string;
}

/** A figure of a part with where it comes from. */
export interface KnownFigure {
  readonly key: string;
  readonly field: FieldInfo;
  /** SI. */
  readonly value: number;
  readonly source: ReturnType<typeof sourceOf>;
}

/**
 * Says where a figure comes from.
 * @param doc job document
 * @param path RFC 6901 pointer to the figure
 * @param value the figure it is said of, SI
 * @param origin typed, measured, routed, catalogue or default
 * @param witness who says so, and when; for measured figures
 * @returns RFC 6902 operations; none where no source is kept of it
 * Validity: numbers of parts, pieces, loads, drawn wires and the brief.
 * @throws nothing
 * @source own convention
 * @example setOrigin(fullReturnJob('x'), '/plumbing/elements/feed/lengthM', 2, 'measured')[0].path // => '/plumbing/elements/feed/lengthMFrom'
 */
export function setOrigin(
  doc: JobDocument,
  path: string,
  value: number,
  origin: Origin,
  witness?: Witness,
): PatchOperation[] {
  const at = sourceKey(path);
  if (!shapeAt(doc, at)) return [];
  const source: Source = { origin, value, ...witness };
  return [{ op: 'add', path: at, value: source }];
}

/**
 * A figure typed by hand: the figure, and that it was typed.
 * @param doc job document
 * @param path RFC 6901 pointer to the figure
 * @param value new figure, SI
 * @returns RFC 6902 operations
 * Validity: any number of a job.
 * @throws nothing
 * @source own convention
 * @example typeFigure(fullReturnJob('x'), '/brief/bsfc', 1e-7).length // => 2
 */
export const typeFigure = (doc: JobDocument, path: string, value: number): PatchOperation[] => [
  { op: 'replace', path, value },
  ...setOrigin(doc, path, value, 'typed'),
];

/**
 * The figures of a part, a piece or a group of the brief, each with where it comes from.
 * @param doc job document
 * @param owner RFC 6901 pointer to the thing
 * @returns figures in the order they are described in, SI
 * Validity: things of the job format.
 * @throws nothing
 * @source own convention
 * @example figuresOf(fullReturnJob('x'), '/plumbing/elements/feed')[0].key // => 'lengthM'
 */
export function figuresOf(doc: JobDocument, owner: string): KnownFigure[] {
  const thing = valueAt(doc, owner);
  const shape = shapeAt(doc, owner);
  if (typeof thing !== 'object' || thing === null || !shape) return [];
  return numberFields(shape, thing).flatMap(({ key, field }): KnownFigure[] => {
    const value = (thing as Readonly<Record<string, unknown>>)[key];
    return typeof value === 'number' ? [{ key, field, value, source: sourceOf(thing, key) }] : [];
  });
}

/** A part, a piece or a group of the brief with its figures. */
export interface FiguresOfThing {
  readonly owner: string;
  /** What it is called; empty for the brief, whose figures say themselves what they are of. */
  readonly name: string;
  readonly figures: readonly KnownFigure[];
}

const BRIEF_GROUPS = [
  '/brief',
  '/brief/fuel',
  '/brief/injectors',
  '/brief/idle',
  '/brief/cruise',
  '/brief/electrical',
];

/**
 * Every figure of a plan that can say where it comes from, for its record.
 * @param doc job document
 * @returns things with their figures: brief, plumbing, wiring; SI
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example figuresOfPlan(fullReturnJob('x')).length > 10 // => true
 */
export function figuresOfPlan(doc: JobDocument): FiguresOfThing[] {
  const { junctions, elements } = doc.plumbing;
  const { circuits, loads = {} } = doc.wiring;
  const things: (readonly [owner: string, name: string])[] = [
    ...BRIEF_GROUPS.map((owner) => [owner, ''] as const),
    ...Object.entries(junctions).map(([id, j]) => [`/plumbing/junctions/${id}`, j.name] as const),
    ...Object.entries(elements).map(([id, e]) => [`/plumbing/elements/${id}`, e.name] as const),
    ...Object.entries(circuits).flatMap(([c, { segments }]) =>
      Object.entries(segments).map(([id, s]) => [`/wiring/circuits/${c}/segments/${id}`, s.name] as const),
    ),
    ...Object.entries(loads).map(([id, l]) => [`/wiring/loads/${id}`, l.name] as const),
  ];
  return things.map(([owner, name]) => ({ owner, name, figures: figuresOf(doc, owner) }));
}

/**
 * The figure a source is of.
 * @param doc job document
 * @param path RFC 6901 pointer
 * @returns pointer to the figure; undefined where the place is no source
 * Validity: places of the job format.
 * @throws nothing
 * @source own convention
 * @example figureOfSource(fullReturnJob('x'), '/plumbing/elements/feed/lengthMFrom') // => '/plumbing/elements/feed/lengthM'
 */
export function figureOfSource(doc: JobDocument, path: string): string | undefined {
  const figure = /^(.+)From$/.exec(path)?.[1];
  const shape = figure === undefined ? undefined : shapeAt(doc, figure);
  return shape && fieldOf(shape) ? figure : undefined;
}

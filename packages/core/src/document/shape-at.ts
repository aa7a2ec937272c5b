import { valueAt } from '../fields/pointer.ts';
import type { Shape } from '../fields/shape.ts';
import { jobShape } from './job-document.ts';

/** The description of what stands at a place in a job: the kind of part that stands there tells which. */
export function shapeAt(doc: object, pointer: string): Shape<unknown> | undefined {
  let shape: Shape<unknown> | undefined = jobShape;
  let at = '';
  for (const key of pointer.slice(1).split('/')) {
    shape = shape?.inside?.(key, valueAt(doc, at));
    at += `/${key}`;
  }
  return shape?.of ? shape.of(valueAt(doc, at)) : shape;
}

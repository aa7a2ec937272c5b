import type { JobDocument } from '../document/job-document.ts';
import type { Place } from '../outcome/finding.ts';
import { figuresOf, type KnownFigure } from './figures.ts';

/** Where the thing a finding is about stands in the job; undefined for what is no one thing. */
function pointerTo({ of, id, within }: Place): string | undefined {
  switch (of) {
    case 'part':
      return `/plumbing/elements/${id}`;
    case 'junction':
      return `/plumbing/junctions/${id}`;
    case 'piece':
      return within === undefined ? undefined : `/wiring/circuits/${within}/segments/${id}`;
    case 'load':
      return `/wiring/loads/${id}`;
    case 'device':
      return `/wiring/harness/devices/${id}`;
    case 'wire':
      return `/wiring/harness/wires/${id}`;
    case 'path':
    case 'circuit':
    case 'state':
    case 'subject':
      return undefined;
  }
}

/** The figures a finding rests on: those of the part it is at that do not come from a catalogue. */
export function restsOn(doc: JobDocument, place: Place): readonly KnownFigure[] {
  const pointer = pointerTo(place);
  if (pointer === undefined) return [];
  return figuresOf(doc, pointer).filter(({ source }) => source.origin !== 'catalogue');
}

import type { Circuit, ElementOf, JobDocument, Segment } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { feedOf } from '../document/pump-feed.ts';
import { pumpFeed } from './circuit.ts';

type Pump = ElementOf<'pump'>;

/**
 * The circuit of a pump, made anew as a pump of its kind is fed. The wires that are in both keep their length and place.
 */
export function refedCircuit(old: Circuit, pump: Pump): Circuit {
  const made = pumpFeed(old.loadId, pump);
  const segments = Object.fromEntries(
    Object.entries(made.segments).map(([id, s]): [string, Segment] => {
      const before = old.segments[id];
      return s.kind === 'wire' && before?.kind === 'wire'
        ? [id, { ...s, lengthM: before.lengthM, zone: before.zone }]
        : [id, s];
    }),
  );
  return { ...made, name: old.name, segments };
}

/**
 * Puts a pump in the place of another, with the circuit a pump of its kind is fed by where that is another one: a controller
 * and its small enable wire for a brushless pump, a relay for a brushed one, nothing but the factory’s wires for a driven one.
 * @param doc job document
 * @param id pump in the plan
 * @param fitted the pump that takes its place
 * @returns RFC 6902 operations
 * Validity: a pump of the plan; a circuit another one hangs on stays as it is.
 * @throws nothing
 * @source common practice
 * @example fitPump(fullReturnJob('x'), 'pump', swapPump(fullReturnJob('x').plumbing.elements.pump, 'B1100')).length // => 2
 */
export function fitPump(doc: JobDocument, id: string, fitted: Pump): PatchOperation[] {
  const path = `/plumbing/elements/${id}`;
  const put: PatchOperation = { op: 'replace', path, value: fitted };
  const old = doc.plumbing.elements[id];
  if (old?.kind !== 'pump' || feedOf(old) === feedOf(fitted)) return [put];
  const circuits = Object.entries(doc.wiring.circuits);
  return [
    put,
    ...circuits.flatMap(([circuitId, c]): PatchOperation[] => {
      const carries = circuits.some(([, other]) =>
        [other.feedFrom, other.groundInto].some((tap) => tap?.circuitId === circuitId),
      );
      if (c.loadId !== id || carries) return [];
      return [{ op: 'replace', path: `/wiring/circuits/${circuitId}`, value: refedCircuit(c, fitted) }];
    }),
  ];
}

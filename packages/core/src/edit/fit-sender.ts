import type { ElectricLoad, JobDocument } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { usualCircuit } from './circuit.ts';

type Fed = Extract<ElectricLoad, { kind: 'sender' }>['fed'];

/**
 * Says what feeds a sender, with the wires that takes: one from a sender that grounds by its body, two to the device that feeds
 * it with 5 V, a small fused circuit for 12 V.
 * @param doc job document
 * @param loadId sender
 * @param fed by its gauge through one wire, a 5 V or a 12 V supply
 * @returns RFC 6902 operations; none where there is no such sender
 * Validity: a sender of the plan.
 * @throws nothing
 * @source common practice
 * @example feedSender(fullReturnJob('x'), 'sender', '5V') // => []
 */
export function feedSender(doc: JobDocument, loadId: string, fed: Fed): PatchOperation[] {
  const sender = doc.wiring.loads?.[loadId];
  if (sender?.kind !== 'sender') return [];
  const circuit = usualCircuit(doc, loadId, sender.name, { ...sender, fed });
  return [
    { op: 'replace', path: `/wiring/loads/${loadId}/fed`, value: fed },
    ...Object.entries(doc.wiring.circuits).flatMap(([id, c]): PatchOperation[] =>
      c.loadId === loadId
        ? [{ op: 'replace', path: `/wiring/circuits/${id}`, value: { ...circuit, name: c.name } }]
        : [],
    ),
  ];
}

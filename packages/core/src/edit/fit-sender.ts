import { shortened } from '../quantities/text.ts';
import { senderCircuit, smallCircuit } from '../document/pieces.ts';
import type { ElectricLoad, JobDocument } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';

type Fed = Extract<ElectricLoad, { kind: 'sender' }>['fed'];

/**
 * Says what feeds a sender, with the wires that takes: one from a sender that grounds by its body, two to the device that feeds
 * it with 5 V, a small fused circuit for 12 V.
 * @param doc job document
 * @param loadId sender
 * @param fed by its gauge through one wire, a 5 V or a 12 V supply
 * @returns RFC 6902 operations
 * Validity: a sender of the plan.
 * @throws nothing
 * @source common practice
 * @example feedSender(fullReturnJob('x'), 'sender', '5V').length // => 1
 */
export function feedSender(doc: JobDocument, loadId: string, fed: Fed): PatchOperation[] {
  const name = shortened(doc.wiring.loads?.[loadId]?.name ?? 'Sender', 60);
  const value = fed === '12V' ? smallCircuit(loadId, name) : senderCircuit(loadId, name, fed);
  return [
    { op: 'replace', path: `/wiring/loads/${loadId}/fed`, value: fed },
    ...Object.entries(doc.wiring.circuits).flatMap(([id, c]): PatchOperation[] =>
      c.loadId === loadId
        ? [{ op: 'replace', path: `/wiring/circuits/${id}`, value: { ...value, name: c.name } }]
        : [],
    ),
  ];
}

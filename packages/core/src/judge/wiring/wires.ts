import { segmentPath } from '../../edit/paths.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { Finding, FindingFix } from '../../outcome/finding.ts';
import { familyOf, wireSizeName } from '../../kinds/wiring/wire/wire.ts';
import { wireAmpacity, wayOf } from '../../engine/electric/circuits.ts';
import { carriedBy, type Loaded } from '../../engine/electric/electric-load.ts';
import { isWire, ownWires, samePiece } from '../../engine/electric/fused-wires.ts';
import { sizeCircuit } from '../../advise/size-circuit.ts';
import { both } from '../context.ts';
import { DROP_LIMITS } from '../limits.ts';

export const wireFindings = (doc: JobDocument, loads: readonly Loaded[]): Finding[] =>
  loads.flatMap((loaded) => [
    ...copperClad(doc, loaded.circuitId),
    ...drop(doc, loaded),
    ...overloaded(doc, loaded, loads),
  ]);

function copperClad(doc: JobDocument, circuitId: string): Finding[] {
  return ownWires(doc, circuitId)
    .filter(({ segment }) => segment.conductor === 'copper-clad')
    .map(({ id, segment }): Finding => ({
      code: 'WIRE_COPPER_CLAD',
      severity: 'fix',
      stage: 'wire',
      place: { id, name: segment.name, within: circuitId },
      title: `${segment.name} is copper-clad aluminum.`,
      dimension: 'fraction',
      value: 0.63,
      limit: 1,
      why: {
        text: 'It conducts 63 % of copper, so 12 AWG of it is 14 AWG of copper, and its terminals and relay sockets heat first: it has melted relay boxes.',
        formula: `ρ = 1.7241e-8 Ω·m ÷ 0.63`,
        source: 'IACS conductivity; common practice',
      },
      fixes: [
        {
          label: 'Use copper',
          patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'conductor'), value: 'copper' }],
        },
      ],
    }));
}

function drop(doc: JobDocument, loaded: Loaded): Finding[] {
  const limit = DROP_LIMITS.nominal * DROP_LIMITS.critical;
  const { conductorDrop, amps, feed, ground, jointDrop } = loaded.solution;
  if (conductorDrop <= limit) return [];
  const tenPercent = DROP_LIMITS.nominal * DROP_LIMITS.other;
  const wires = (['feed', 'ground'] as const)
    .flatMap((side) => wayOf(doc, loaded.circuitId, side))
    .filter(isWire);
  return [
    {
      code: 'WIRE_DROP',
      severity: conductorDrop > tenPercent ? 'stop' : 'fix',
      stage: 'wire',
      place: { id: loaded.circuitId, name: loaded.circuit.name },
      stateId: loaded.state.id,
      title: `${loaded.circuit.name} loses ${both('volts', conductorDrop)} in its wires; ${both('volts', limit)} is the limit.`,
      dimension: 'volts',
      value: conductorDrop,
      limit,
      why: {
        text: `Out and back, at ${both('amps', amps)}. Fuse, relay, plugs and ground joints take another ${both('volts', jointDrop)}, not counted here; neither is battery sag.`,
        formula: wires
          .map((w) => {
            const d = [...feed, ...ground].find((x) => samePiece(x, w));
            return `${w.segment.name}: ${both('amps', d?.amps ?? 0)} × ${both('resistance', d?.ohms ?? 0)}`;
          })
          .join(' + '),
        source:
          'ABYC E-11: 3 % of nominal 12 V for critical circuits, conductors out and back; ASTM B258 resistance',
      },
      fixes: dropFixes(doc, loaded),
    },
  ];
}

/** One gauge for the whole circuit, in copper, the smallest that does; what is heavier already stays. */
function dropFixes(doc: JobDocument, loaded: Loaded): FindingFix[] {
  const sized = sizeCircuit(doc, loaded, { keepLarger: true });
  if (!sized || sized.patch.length === 0) return [];
  const wires = sized.patch.filter((p) => !p.path.endsWith('/ratingA'));
  return [{ label: `Make it ${wireSizeName(sized.size)} copper`, patch: wires }];
}

function overloaded(doc: JobDocument, { circuitId, state }: Loaded, loads: readonly Loaded[]): Finding[] {
  return ownWires(doc, circuitId).flatMap((wire): Finding[] => {
    const { id, segment } = wire;
    const allowed = wireAmpacity(doc, segment);
    const carried = Math.max(...loads.map((l) => carriedBy(l, wire)));
    if (carried <= allowed) return [];
    const next = familyOf(segment.size).find((size) => wireAmpacity(doc, { ...segment, size }) >= carried);
    return [
      {
        code: 'WIRE_OVERLOADED',
        severity: 'stop',
        stage: 'wire',
        place: { id, name: segment.name, within: circuitId },
        stateId: state.id,
        title: `${segment.name} carries ${both('amps', carried)}; ${both('amps', allowed)} is what it stands there.`,
        dimension: 'amps',
        value: carried,
        limit: allowed,
        why: {
          text: 'The smaller of the table and the heat balance at the air around it. A shared wire carries the sum.',
          formula: 'I²·r(T) = (T − T_air)/R_th at the insulation’s limit',
          source: 'ABYC E-11 table for 105 °C insulation (from memory); heat balance',
        },
        fixes: next
          ? [
              {
                label: `Make it ${wireSizeName(next)}`,
                patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'size'), value: next }],
              },
            ]
          : [],
      },
    ];
  });
}

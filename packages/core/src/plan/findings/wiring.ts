import type { Circuit, JobDocument, SegmentOf } from '../../design/job-document.ts';
import { segmentPath, withCircuit, withSegment } from '../../design/edit.ts';
import type { Finding, FindingFix, PatchOperation } from '../../outcome/finding.ts';
import type { CircuitSolution } from '../../wiring/circuit.ts';
import {
  chooseFuse,
  FUSE_CONTINUOUS_SHARE,
  FUSE_DISTANCE_LIMIT,
  fuseSurvives,
  motorInrush,
  type Inrush,
} from '../../wiring/fuse.ts';
import { familyOf, wireSection, wireSizeName, type WireSize } from '../../wiring/wire.ts';
import { segmentsOf, wireAmpacity } from '../circuits.ts';
import { CoupledSolver } from '../coupled.ts';
import type { OperatingState } from '../states.ts';
import { both, settled, type FindingRule } from './context.ts';

/** Drop limits on a nominal 12 V system. */
export const DROP_LIMITS = { nominal: 12, critical: 0.03, other: 0.1 } as const;

interface Loaded {
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly solution: CircuitSolution;
  readonly state: OperatingState;
  readonly inrush: Inrush;
}

/** Volts at the pump, a wire that stands the current, a fuse that protects it. */
export const wiringFindings: FindingRule = (context) =>
  Object.entries(context.doc.wiring.circuits).flatMap(([circuitId, circuit]) => {
    const loaded = hardest(context, circuitId, circuit);
    if (!loaded) return [];
    const { doc } = context;
    return [
      ...copperClad(circuitId, circuit),
      ...drop(doc, loaded),
      ...overloadedWires(doc, loaded),
      ...fuses(doc, loaded),
      ...relays(loaded),
    ];
  });

/** The state in which this circuit carries most. */
function hardest(
  context: Parameters<FindingRule>[0],
  circuitId: string,
  circuit: Circuit,
): Loaded | undefined {
  const pump = context.doc.plumbing.elements[circuit.loadId];
  if (pump?.kind !== 'pump') return undefined;
  return settled(context)
    .flatMap((s) =>
      s.values.pumps.flatMap((p) =>
        p.id === circuit.loadId && p.circuit ? [{ s, solution: p.circuit }] : [],
      ),
    )
    .sort((a, b) => b.solution.amps - a.solution.amps)
    .map(({ s, solution }): Loaded => {
      const loop = solution.loopOhms + context.doc.brief.electrical.sourceOhms;
      const inrush = motorInrush(s.state.supplyVolts, loop, pump.armatureOhms, solution.amps);
      return { circuitId, circuit, solution, state: s.state, inrush };
    })[0];
}

const wiresOf = (circuit: Circuit): { id: string; wire: SegmentOf<'wire'> }[] =>
  (['feed', 'ground'] as const).flatMap((side) =>
    segmentsOf(circuit, side).flatMap(({ id, segment }) =>
      segment.kind === 'wire' ? [{ id, wire: segment }] : [],
    ),
  );

function copperClad(circuitId: string, circuit: Circuit): Finding[] {
  return wiresOf(circuit)
    .filter(({ wire }) => wire.conductor === 'copper-clad')
    .map(({ id, wire }): Finding => ({
      code: 'WIRE_COPPER_CLAD',
      severity: 'fix',
      stage: 'wire',
      place: { id, name: wire.name },
      title: `${wire.name} is copper-clad aluminum.`,
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
  const { conductorDrop, amps } = loaded.solution;
  if (conductorDrop <= limit) return [];
  const tenPercent = DROP_LIMITS.nominal * DROP_LIMITS.other;
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
        text: `Out and back, at ${both('amps', amps)}. Fuse, relay, plugs and ground joints take another ${both('volts', loaded.solution.jointDrop)}, not counted here; neither is battery sag.`,
        formula: wiresOf(loaded.circuit)
          .map(({ id, wire }) => {
            const d = [...loaded.solution.feed, ...loaded.solution.ground].find((x) => x.id === id);
            return `${wire.name}: ${both('amps', amps)} × ${both('resistance', d?.ohms ?? 0)}`;
          })
          .join(' + '),
        source:
          'ABYC E-11: 3 % of nominal 12 V for critical circuits, conductors out and back; ASTM B258 resistance',
      },
      fixes: dropFixes(doc, loaded, limit),
    },
  ];
}

/** One gauge for the whole circuit, in copper, the smallest that clears the drop and stands the current. */
function dropFixes(doc: JobDocument, loaded: Loaded, limit: number): FindingFix[] {
  const wires = wiresOf(loaded.circuit);
  const first = wires[0];
  if (!first) return [];
  for (const size of familyOf(first.wire.size)) {
    const candidate = wires.reduce<JobDocument>(
      (d, { id, wire }) => withSegment(d, loaded.circuitId, id, upgraded(wire, size)),
      doc,
    );
    const pump = new CoupledSolver(candidate).solve(loaded.state).solution?.pumps.get(loaded.circuit.loadId);
    if (!pump?.circuit || pump.circuit.conductorDrop > limit) continue;
    if (weakestWire(candidate, loaded.circuitId)! < pump.circuit.amps) continue;
    const patch = wires.flatMap(({ id, wire }) =>
      wirePatch(loaded.circuitId, id, wire, upgraded(wire, size)),
    );
    return [{ label: `Make it ${wireSizeName(size)} copper`, patch }];
  }
  return [];
}

const upgraded = (wire: SegmentOf<'wire'>, size: WireSize): SegmentOf<'wire'> => ({
  ...wire,
  conductor: 'copper',
  size: wireSection(size) > wireSection(wire.size) ? size : wire.size,
});

const wirePatch = (
  circuitId: string,
  id: string,
  from: SegmentOf<'wire'>,
  to: SegmentOf<'wire'>,
): PatchOperation[] =>
  (['size', 'conductor'] as const)
    .filter((field) => from[field] !== to[field])
    .map((field) => ({ op: 'replace', path: segmentPath(circuitId, id, field), value: to[field] }));

/** Smallest ampacity of the wires a fuse protects, A. */
const weakestWire = (doc: JobDocument, circuitId: string): number | undefined => {
  const all = wiresOf(doc.wiring.circuits[circuitId]!).map(({ wire }) => wireAmpacity(doc, wire));
  return all.length > 0 ? Math.min(...all) : undefined;
};

function overloadedWires(doc: JobDocument, loaded: Loaded): Finding[] {
  return wiresOf(loaded.circuit).flatMap(({ id, wire }): Finding[] => {
    const allowed = wireAmpacity(doc, wire);
    if (loaded.solution.amps <= allowed) return [];
    const next = familyOf(wire.size).find(
      (size) => wireAmpacity(doc, { ...wire, size }) >= loaded.solution.amps,
    );
    return [
      {
        code: 'WIRE_OVERLOADED',
        severity: 'stop',
        stage: 'wire',
        place: { id, name: wire.name },
        stateId: loaded.state.id,
        title: `${wire.name} carries ${both('amps', loaded.solution.amps)}; ${both('amps', allowed)} is what it stands there.`,
        dimension: 'amps',
        value: loaded.solution.amps,
        limit: allowed,
        why: {
          text: 'The smaller of the table and the heat balance at the air around it.',
          formula: 'I²·r(T) = (T − T_air)/R_th at the insulation’s limit',
          source: 'ABYC E-11 table for 105 °C insulation (from memory); heat balance',
        },
        fixes: next
          ? [
              {
                label: `Make it ${wireSizeName(next)}`,
                patch: [{ op: 'replace', path: segmentPath(loaded.circuitId, id, 'size'), value: next }],
              },
            ]
          : [],
      },
    ];
  });
}

function fuses(doc: JobDocument, loaded: Loaded): Finding[] {
  const { circuit, circuitId, solution, inrush } = loaded;
  const fuse = segmentsOf(circuit, 'feed').flatMap(({ id, segment }) =>
    segment.kind === 'fuse' ? [{ id, fuse: segment }] : [],
  )[0];
  const wireA = weakestWire(doc, circuitId);
  if (wireA === undefined) return [];
  if (!fuse) return [noFuse(loaded, wireA)];
  const out: Finding[] = [];
  const { id, fuse: f } = fuse;
  const place = { id, name: f.name };
  const fixes = fuseFixes(doc, loaded, id, wireA);
  if (f.ratingA > wireA) {
    out.push({
      code: 'FUSE_OVER_WIRE',
      severity: 'stop',
      stage: 'wire',
      place,
      title: `A ${f.ratingA} A fuse does not protect wire good for ${both('amps', wireA)}.`,
      dimension: 'amps',
      value: f.ratingA,
      limit: wireA,
      why: {
        text: 'The fuse protects the wire. Rubbed through, this wire burns before the fuse opens.',
        formula: `${f.ratingA} A > ${both('amps', wireA)}, the least of the wires behind it`,
        source: 'ABYC E-11; heat balance at the air around the wire',
      },
      fixes,
    });
  }
  if (solution.amps > FUSE_CONTINUOUS_SHARE * f.ratingA) {
    out.push({
      code: 'FUSE_LOADED',
      severity: solution.amps > f.ratingA ? 'stop' : 'fix',
      stage: 'wire',
      place,
      stateId: loaded.state.id,
      title: `${both('amps', solution.amps)} is too much for a ${f.ratingA} A fuse to carry for long.`,
      dimension: 'amps',
      value: solution.amps,
      limit: FUSE_CONTINUOUS_SHARE * f.ratingA,
      why: {
        text: 'Above 80 % of its rating a fuse and its holder run hot and age; it opens on a hot day, in a pull.',
        formula: `0.8 × ${f.ratingA} A = ${both('amps', FUSE_CONTINUOUS_SHARE * f.ratingA)}`,
        source: 'ISO 8820-3; 80 % is common practice',
      },
      fixes,
    });
  } else if (!fuseSurvives(f.ratingA, inrush)) {
    out.push({
      code: 'FUSE_INRUSH',
      severity: 'fix',
      stage: 'wire',
      place,
      stateId: loaded.state.id,
      title: `A ${f.ratingA} A fuse may open when the pump starts (${both('amps', inrush.peak)}).`,
      dimension: 'amps',
      value: inrush.peak,
      limit: f.ratingA,
      why: {
        text: 'The start lasts longer than the fuse’s shortest opening time at that current.',
        formula: `I₀ = V/(R_loop + R_a) = ${both('amps', inrush.peak)}, time constant ${(inrush.tau * 1000).toFixed(0)} ms`,
        source: 'ISO 8820-3 time limits (from memory)',
      },
      fixes,
    });
  }
  if (f.distanceM > FUSE_DISTANCE_LIMIT + 1e-9) {
    out.push({
      code: 'FUSE_FAR',
      severity: 'fix',
      stage: 'wire',
      place,
      title: `The fuse sits ${both('length', f.distanceM)} from the source.`,
      dimension: 'length',
      value: f.distanceM,
      limit: FUSE_DISTANCE_LIMIT,
      why: {
        text: 'The wire between source and fuse is protected by nothing. More is allowed where it is sheathed.',
        formula: `${both('length', f.distanceM)} against 7 in (175 mm)`,
        source: 'ABYC E-11',
      },
      fixes: [
        {
          label: 'Move it to 6 in',
          patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'distanceM'), value: 0.1524 }],
        },
      ],
    });
  }
  return out;
}

/** Another fuse where one fits between load and wire; else a larger wire and the fuse that then fits. */
function fuseFixes(doc: JobDocument, loaded: Loaded, fuseId: string, wireA: number): FindingFix[] {
  const { circuit, circuitId, solution, inrush } = loaded;
  const setFuse = (rating: number): PatchOperation => ({
    op: 'replace',
    path: segmentPath(circuitId, fuseId, 'ratingA'),
    value: rating,
  });
  const rating = chooseFuse(solution.amps, wireA, inrush);
  if (rating !== undefined) return [{ label: `Fit a ${rating} A fuse`, patch: [setFuse(rating)] }];
  const wires = wiresOf(circuit);
  const first = wires[0];
  if (!first) return [];
  for (const size of familyOf(first.wire.size)) {
    const segments = { ...circuit.segments };
    for (const { id, wire } of wires) segments[id] = upgraded(wire, size);
    const candidate = withCircuit(doc, circuitId, { ...circuit, segments });
    const fits = chooseFuse(solution.amps, weakestWire(candidate, circuitId)!, inrush);
    if (fits === undefined) continue;
    const patch = wires.flatMap(({ id, wire }) => wirePatch(circuitId, id, wire, upgraded(wire, size)));
    return [
      {
        label: `Make the wires ${wireSizeName(size)} and fit a ${fits} A fuse`,
        patch: [...patch, setFuse(fits)],
      },
    ];
  }
  return [];
}

function noFuse(loaded: Loaded, wireA: number): Finding {
  const { circuit, circuitId, solution, inrush } = loaded;
  const rating = chooseFuse(solution.amps, wireA, inrush) ?? 30;
  const id = circuit.segments['fuse'] ? 'fuse-new' : 'fuse';
  const value = { kind: 'fuse', name: 'Fuse at the battery', ratingA: rating, distanceM: 0.15 };
  return {
    code: 'NO_FUSE',
    severity: 'stop',
    stage: 'wire',
    place: { id: circuitId, name: circuit.name },
    title: `${circuit.name} has no fuse.`,
    dimension: 'count',
    value: 0,
    limit: 1,
    why: {
      text: 'A rubbed-through wire without a fuse burns the car.',
      formula: 'one fuse within 7 in (175 mm) of the source',
      source: 'ABYC E-11',
    },
    fixes: [
      {
        label: `Add a ${rating} A fuse`,
        patch: [
          { op: 'add', path: `/wiring/circuits/${circuitId}/segments/${id}`, value },
          { op: 'replace', path: `/wiring/circuits/${circuitId}/feed`, value: [id, ...circuit.feed] },
        ],
      },
    ],
  };
}

function relays({ circuit, circuitId, solution, state }: Loaded): Finding[] {
  return segmentsOf(circuit, 'feed').flatMap(({ id, segment: s }): Finding[] => {
    if (s.kind !== 'relay' || solution.amps <= FUSE_CONTINUOUS_SHARE * s.ratingA) return [];
    return [
      {
        code: 'RELAY_LOADED',
        severity: solution.amps > s.ratingA ? 'stop' : 'fix',
        stage: 'wire',
        place: { id, name: s.name },
        stateId: state.id,
        title: `${s.name} switches ${both('amps', solution.amps)} with a ${s.ratingA} A contact.`,
        dimension: 'amps',
        value: solution.amps,
        limit: FUSE_CONTINUOUS_SHARE * s.ratingA,
        why: {
          text: 'A motor load needs headroom on the contact; sockets and shared terminals heat first.',
          formula: `${both('amps', solution.amps)} against 0.8 × ${s.ratingA} A`,
          source: 'common practice',
        },
        fixes: [
          {
            label: 'Fit a 70 A relay',
            patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'ratingA'), value: 70 }],
          },
        ],
      },
    ];
  });
}

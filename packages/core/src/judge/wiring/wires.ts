import { pumpDropOf } from '../../document/shop-limits.ts';
import { wayDrop } from '../../engine/electric/circuit-elements.ts';
import type { JobDocument, SegmentOf } from '../../document/job-document.ts';
import { wireAmpacity, zoneAmbient } from '../../engine/electric/circuits.ts';
import { carriedBy } from '../../engine/electric/electric-load.ts';
import { ownWires } from '../../engine/electric/fused-wires.ts';
import type { StateName } from '../../engine/states.ts';
import { PUMP_LAW_VOLTS } from '../../kinds/plumbing/pump/pump-model.ts';
import { hottestOf } from '../../kinds/wiring/wire/ampacity.ts';
import { COPPER_CLAD_IACS } from '../../kinds/wiring/wire/wire.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingContext, FindingRule } from '../context.ts';
import { DROP_LIMITS } from '../limits.ts';
import { loadedCircuits } from './loads.ts';

export type CopperClad = Found<'WIRE_COPPER_CLAD', Record<string, never>>;
export type WireDrop = Found<
  'WIRE_DROP',
  {
    readonly amps: number;
    readonly wires: number;
    readonly joints: number;
    /** What is lost of it where: the largest first. */
    readonly pieces: readonly { readonly name: string; readonly amps: number; readonly ohms: number }[];
    /** Volts left at the load. */
    readonly left: number;
    /** Of a pump: flow that all wiring together costs where supply is tightest, m³/s. */
    readonly costs: WiringCost | null;
  }
>;
interface WiringCost {
  readonly flow: number;
  /** Of what there would be. */
  readonly of: number;
  readonly state: StateName;
  /** Without it the margin wanted for would be there. */
  readonly restores: boolean;
}
/** A wire in air that is as hot as it may become carries nothing. */
export interface TooHotThere {
  readonly withstandsK: number;
  readonly airK: number;
}
export type WireOverloaded = Found<'WIRE_OVERLOADED', { readonly tooHot: TooHotThere | null }>;

/** Copper-clad aluminum in a circuit that feeds something. */
export const copperCladRule: FindingRule<CopperClad> = (context) =>
  loadedCircuits(context).flatMap(({ circuitId }) =>
    ownWires(context.doc, circuitId)
      .filter(({ segment }) => segment.conductor === 'copper-clad')
      .map(({ id, segment }): CopperClad => ({
        code: 'WIRE_COPPER_CLAD',
        severity: 'fix',
        stage: 'wire',
        place: { of: 'piece', id, name: segment.name, within: circuitId },
        dimension: 'fraction',
        value: COPPER_CLAD_IACS,
        limit: 1,
        figures: {},
      })),
  );

/** A few hundredths of a volt over the mark are within what wire and joints vary by: less than this is no note. */
const WORTH_A_NOTE = 1.1;

/** Pieces named in the sum. */
const NAMED = 4;

/** Volts lost on the way to a load and back, by what they cost. */
export const dropRule: FindingRule<WireDrop> = (context) => {
  const { doc } = context;
  return loadedCircuits(context).flatMap(({ circuitId, circuit, solution, state }): WireDrop[] => {
    const lost = wayDrop(solution);
    const pump = doc.plumbing.elements[circuit.loadId]?.kind === 'pump';
    if (lost <= (pump ? pumpDropOf(doc) : DROP_LIMITS.other)) return [];
    const cost = pump ? wiringCost(context) : null;
    const restores = cost?.restores === true;
    const severe = !pump || lost > DROP_LIMITS.pump || restores;
    const starved = pump && solution.loadVolts < PUMP_LAW_VOLTS.min;
    if (!severe && !starved && lost < WORTH_A_NOTE * pumpDropOf(doc)) return [];
    const { conductorDrop, jointDrop, amps, feed, ground } = solution;
    return [
      {
        code: 'WIRE_DROP',
        severity: starved ? 'stop' : severe ? 'fix' : 'note',
        stage: 'wire',
        place: { of: 'circuit', id: circuitId, name: circuit.name },
        stateId: state.id,
        dimension: 'volts',
        value: lost,
        limit: !pump ? DROP_LIMITS.other : severe && !restores ? DROP_LIMITS.pump : pumpDropOf(doc),
        figures: {
          amps,
          wires: conductorDrop,
          joints: jointDrop,
          pieces: [...feed, ...ground]
            .sort((a, b) => b.drop - a.drop)
            .slice(0, NAMED)
            .map((d) => ({
              name: doc.wiring.circuits[d.circuitId]?.segments[d.id]?.name ?? d.id,
              amps: d.amps,
              ohms: d.ohms,
            })),
          left: solution.loadVolts,
          costs: cost,
        },
      },
    ];
  });
};

/** What all wiring together takes from the supply where it is tightest, and whether that is what the margin lacks. */
function wiringCost({ doc, tightest, flowLostToWiring: flow }: FindingContext): WiringCost | null {
  const now = tightest?.values?.available ?? null;
  if (!tightest || now === null || tightest.state.draw <= 0) return null;
  const asked = (1 + doc.brief.designMargin) * tightest.state.draw;
  return { flow, of: now + flow, state: tightest.state, restores: now < asked && now + flow >= asked };
}

/** What a wire that is good for nothing where it runs is up against. */
export function tooHotThere(doc: JobDocument, wire: SegmentOf<'wire'>): TooHotThere | null {
  const withstandsK = hottestOf(wire.conductor, wire.insulationK);
  const airK = zoneAmbient(doc, wire.zone);
  return withstandsK <= airK ? { withstandsK, airK } : null;
}

/** Is a wire good for its current where it runs? */
export const overloadedRule: FindingRule<WireOverloaded> = (context) => {
  const loads = loadedCircuits(context);
  return loads.flatMap(({ circuitId, state }) =>
    ownWires(context.doc, circuitId).flatMap((wire): WireOverloaded[] => {
      const allowed = wireAmpacity(context.doc, wire.segment);
      const carried = Math.max(...loads.map((l) => carriedBy(l, wire)));
      const tooHot = tooHotThere(context.doc, wire.segment);
      if (carried <= allowed && !tooHot) return [];
      return [
        {
          code: 'WIRE_OVERLOADED',
          severity: 'stop',
          stage: 'wire',
          place: { of: 'piece', id: wire.id, name: wire.segment.name, within: circuitId },
          stateId: state.id,
          dimension: 'amps',
          value: carried,
          limit: allowed,
          figures: { tooHot },
        },
      ];
    }),
  );
};

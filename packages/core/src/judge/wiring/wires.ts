import { wireAmpacity, wayOf } from '../../engine/electric/circuits.ts';
import { carriedBy } from '../../engine/electric/electric-load.ts';
import { isWire, ownWires, samePiece } from '../../engine/electric/fused-wires.ts';
import { COPPER_CLAD_IACS } from '../../kinds/wiring/wire/wire.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { DROP_LIMITS } from '../limits.ts';
import { loadedCircuits } from './loads.ts';

export type CopperClad = Found<'WIRE_COPPER_CLAD', Record<string, never>>;
export type WireDrop = Found<
  'WIRE_DROP',
  {
    readonly amps: number;
    readonly joints: number;
    readonly wires: readonly { readonly name: string; readonly amps: number; readonly ohms: number }[];
  }
>;
export type WireOverloaded = Found<'WIRE_OVERLOADED', Record<string, never>>;

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

/** Volts lost in the wires of a circuit, out and back. */
export const dropRule: FindingRule<WireDrop> = (context) => {
  const limit = DROP_LIMITS.nominal * DROP_LIMITS.critical;
  const tenPercent = DROP_LIMITS.nominal * DROP_LIMITS.other;
  return loadedCircuits(context).flatMap(({ circuitId, circuit, solution, state }): WireDrop[] => {
    const { conductorDrop, amps, feed, ground, jointDrop } = solution;
    if (conductorDrop <= limit) return [];
    const wires = (['feed', 'ground'] as const)
      .flatMap((side) => wayOf(context.doc, circuitId, side))
      .filter(isWire);
    return [
      {
        code: 'WIRE_DROP',
        severity: conductorDrop > tenPercent ? 'stop' : 'fix',
        stage: 'wire',
        place: { of: 'circuit', id: circuitId, name: circuit.name },
        stateId: state.id,
        dimension: 'volts',
        value: conductorDrop,
        limit,
        figures: {
          amps,
          joints: jointDrop,
          wires: wires.map((w) => {
            const d = [...feed, ...ground].find((x) => samePiece(x, w));
            return { name: w.segment.name, amps: d?.amps ?? 0, ohms: d?.ohms ?? 0 };
          }),
        },
      },
    ];
  });
};

/** Does a wire stand its current where it runs? */
export const overloadedRule: FindingRule<WireOverloaded> = (context) => {
  const loads = loadedCircuits(context);
  return loads.flatMap(({ circuitId, state }) =>
    ownWires(context.doc, circuitId).flatMap((wire): WireOverloaded[] => {
      const allowed = wireAmpacity(context.doc, wire.segment);
      const carried = Math.max(...loads.map((l) => carriedBy(l, wire)));
      if (carried <= allowed) return [];
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
          figures: {},
        },
      ];
    }),
  );
};

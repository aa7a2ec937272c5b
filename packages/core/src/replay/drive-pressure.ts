import { hasFactorySupply } from '../document/feeding-pumps.ts';
import type { JobDocument } from '../document/job-document.ts';
import { gauge } from '../quantities/pressure.ts';
import { Engine } from '../engine/engine.ts';
import type { DriveMoment, Lane } from './drive.ts';
import { requiredRail } from '../engine/required.ts';
import { PUMP_START_S } from './pull-time.ts';
import type { OperatingState } from '../engine/states.ts';

/** Rail pressure at one moment of a drive. */
export interface RailMoment {
  readonly t: number;
  /** Lowest rail, Pa gauge; null: nothing feeds it, or no steady state there. */
  readonly rail: number | null;
  /** What it should be, Pa gauge. */
  readonly required: number;
  /** Pumps at full flow by then. */
  readonly running: readonly string[];
  /** Where it stands too low: what the rail would be with every pump on, Pa gauge; null: no steady state. */
  readonly withAll?: number | null;
}

/** A stretch in which the engine draws and the rail stands too low. */
export interface Dip {
  readonly from: number;
  readonly to: number;
  /** Deepest shortfall, Pa; Infinity: nothing fed the engine at all. */
  readonly depth: number;
  readonly rpm: number;
  readonly boost: number;
  /** With every pump on the rail would stand: then its rules are to blame, else pumps, lines or wiring. */
  readonly cause: 'rules' | 'supply';
}

/** A rail this far below what it should be is a dip, Pa: beyond a regulator's droop. */
export const DIP_LIMIT = 25e3;
/** Below this draw nobody notices, m³/s (1 L/h). */
const DRAWS = 1e-3 / 3600;

/**
 * The rail along a drive: at each moment the steady state with the pumps that have come up by then, and with the car’s own supply
 * where it is kept: that one runs with the key and stops in a crash.
 * @param doc job document
 * @param moments see driveMoments
 * @param lanes see driveLanes
 * @returns rail and wanted pressure at each moment, Pa gauge
 * Validity: steady states in a row; a pump counts from 0.2 s after its trigger. Volume in lines and rails is not modelled.
 * @throws nothing
 * @source joint solve, see docs/methods/trigger.md
 * @example drivePressure(fullReturnJob('x'), [], []).length // => 0
 */
export function drivePressure(
  doc: JobDocument,
  moments: readonly DriveMoment[],
  lanes: readonly Lane[],
): RailMoment[] {
  const solver = new Engine(doc);
  const { model } = solver;
  const { pumpLaws } = model;
  const factory = hasFactorySupply(doc);
  const onSince = new Map<string, number>();
  let before: (Pick<RailMoment, 'rail' | 'withAll'> & { readonly key: string }) | undefined;
  return moments.map((m, i) => {
    const running = lanes.flatMap(({ loadId, steps }) => {
      if (!steps[i]!.on) {
        onSince.delete(loadId);
        return [];
      }
      const since = onSince.get(loadId) ?? m.t;
      onSince.set(loadId, since);
      return m.t - since >= PUMP_START_S - 1e-9 ? [loadId] : [];
    });
    const state: OperatingState = {
      id: 'drive',
      kind: m.kind,
      rpm: m.rpm,
      manifold: gauge(m.boost),
      draw: m.draw,
      powerW: m.powerW,
      supplyVolts: m.supplyVolts,
      pumpsOn: true,
      running: new Set(running),
    };
    const required = requiredRail(doc, state);
    const pumps = running.filter((id) => pumpLaws.has(id));
    const fed = pumps.length > 0 || (factory && m.ignition && !m.crashed);
    if (!fed) return { t: m.t, rail: null, required, running };
    const railAt = (at: OperatingState): number | null => {
      const { solution } = solver.solve(at);
      if (!solution) return null;
      const lowest = model.lowestRail(solution.network);
      return Number.isFinite(lowest) ? lowest : null;
    };
    // All that runs: a fan on the same feed takes volts from the pump.
    const key = [running.join(), m.draw, m.boost, m.supplyVolts, m.kind].join('|');
    if (before?.key !== key) {
      const rail = railAt(state);
      const low = (rail === null || required - rail > DIP_LIMIT) && m.draw > DRAWS;
      const all = new Set([...running, ...pumpLaws.keys()]);
      before = low ? { key, rail, withAll: railAt({ ...state, running: all }) } : { key, rail };
    }
    const { key: _key, ...stands } = before;
    return { t: m.t, ...stands, required, running };
  });
}

/** It would stand too low with every pump on as well, or find no steady state at all. */
const dipsAnyway = ({ withAll, required }: RailMoment): boolean =>
  withAll === null || (withAll !== undefined && required - withAll > DIP_LIMIT);

/**
 * Where the rail falls short while the engine draws fuel.
 * @param moments see driveMoments
 * @param rails see drivePressure, one a moment
 * @returns dips in order of time
 * Validity: steady states in a row; no inertia of the fuel between them.
 * @throws nothing
 * @source own convention: 25 kPa below what it should be
 * @example railDips([], []).length // => 0
 */
export function railDips(moments: readonly DriveMoment[], rails: readonly RailMoment[]): Dip[] {
  const dips: Dip[] = [];
  let open: Omit<Dip, 'to'> | undefined;
  const close = (to: number): void => {
    if (open) dips.push({ ...open, to });
    open = undefined;
  };
  rails.forEach((r, i) => {
    const m = moments[i]!;
    const short = r.rail === null ? Infinity : r.required - r.rail;
    // While cranking and priming pressure only builds: no dip yet.
    const counts = m.draw > DRAWS && !m.starter && m.kind !== 'prime';
    if (!counts || short <= DIP_LIMIT) return close(m.t);
    if (!open || short > open.depth)
      open = {
        from: open?.from ?? m.t,
        depth: short,
        rpm: m.rpm,
        boost: m.boost,
        cause: dipsAnyway(r) ? 'supply' : 'rules',
      };
  });
  close(rails.at(-1)?.t ?? 0);
  return dips;
}

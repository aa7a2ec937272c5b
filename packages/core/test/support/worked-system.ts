import type { Network } from '../../src/engine/network/network.ts';
import { pipeRun } from '../../src/flow/pipe.ts';
import { powerLoss } from '../../src/flow/porous.ts';
import { bypassRegulator } from '../../src/kinds/plumbing/bypass-regulator/law.ts';
import { checkValve } from '../../src/kinds/plumbing/check-valve/law.ts';
import { runningPump } from '../../src/kinds/plumbing/pump/law.ts';
import { pumpLaw } from '../../src/kinds/plumbing/pump/pump-model.ts';
import { PUMPS } from '../../src/public/kinds.ts';
import { gauge, type GaugePressure } from '../../src/public/quantities.ts';
import { LPH } from './units.ts';

const FUEL = { density: 779.0, kinematicViscosity: 1.138e-6 };

export interface WorkedCase {
  readonly manifold: GaugePressure;
  /** m³/s. */
  readonly draw: number;
  readonly returnBore?: number;
  /** Hold the rail here with the bypass shut. */
  readonly hold?: GaugePressure;
}

/**
 * One complete full-return system with figures worked out separately: E70, T470 at 13.5 V at the pump, strainer 1 and
 * filter 7 kPa at 400 L/h (exponent 1.2), check valve 2 kPa + K 2.5 on 10.3 mm, feed 10.3 mm 4.5 m K 1.0, return 4.5 m
 * K 2.0, rail 0.3 m up, regulator Cv 1.3, droop 4 kPa per 100 L/h, set at 450 L/h, base 300 kPa.
 */
export function workedSystem({ manifold, draw, returnBore = 0.0079, hold }: WorkedCase): Network {
  const at400 = (lossPa: number) => powerLoss({ lossPa, atFlow: 400 * LPH, exponent: 1.2 });
  const regulator = bypassRegulator(
    {
      setPa: gauge(hold === undefined ? 300e3 : 1e9),
      referencePa: manifold,
      ratio: 1,
      droop: 4e3 / (100 * LPH),
      setFlow: 450 * LPH,
      cv: 1.3,
    },
    FUEL.density,
  );
  const node = (id: string, elevation = 0) => ({ id, elevation, draw: 0 });
  return {
    density: FUEL.density,
    nodes: [
      { id: 'tank', elevation: 0, fixed: gauge(0), draw: 0 },
      node('inlet'),
      node('outlet'),
      node('checked'),
      node('filtered'),
      hold === undefined
        ? { id: 'rail', elevation: 0.3, draw }
        : { id: 'rail', elevation: 0.3, draw: 0, fixed: hold },
      node('return', 0.3),
    ],
    links: [
      { id: 'strainer', from: 'tank', to: 'inlet', law: at400(1000) },
      { id: 'pump', from: 'inlet', to: 'outlet', law: runningPump(pumpLaw(PUMPS.T470.model), 13.5) },
      {
        id: 'check',
        from: 'outlet',
        to: 'checked',
        law: checkValve({ crackPa: 2000, k: 2.5, bore: 0.0103 }, FUEL.density),
      },
      { id: 'filter', from: 'checked', to: 'filtered', law: at400(7000) },
      {
        id: 'feed',
        from: 'filtered',
        to: 'rail',
        law: pipeRun({ length: 4.5, bore: 0.0103, roughness: 1.5e-6, minorK: 1 }, FUEL),
      },
      { id: 'regulator', from: 'rail', to: 'return', law: regulator },
      {
        id: 'return',
        from: 'return',
        to: 'tank',
        law: pipeRun({ length: 4.5, bore: returnBore, roughness: 1.5e-6, minorK: 2 }, FUEL),
      },
    ],
  };
}

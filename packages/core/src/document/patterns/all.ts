import { blocking } from './blocking.ts';
import { directInjection } from './direct-injection.ts';
import { electronicReturnless } from './electronic-returnless.ts';
import { fullReturn } from './full-return.ts';
import { hardLine } from './hard-line.ts';
import type { Pattern } from './pattern.ts';
import { risingRate } from './rising-rate.ts';
import { regulatorBeforeRail } from './regulator-before-rail.ts';
import { returnless } from './returnless.ts';
import { speedControlled } from './speed-controlled.ts';
import { suctionTee } from './suction-tee.ts';
import { supplementary } from './supplementary.ts';
import { surgeTank } from './surge-tank.ts';
import { twinPump } from './twin-pump.ts';
import { railsParallel, railsSeries } from './twin-rails.ts';
import { saddleTanks, twinTanks } from './two-tanks.ts';

/** Adding a style is one file and one line here. */
export const PATTERNS: readonly Pattern[] = [
  fullReturn,
  twinPump,
  railsParallel,
  railsSeries,
  regulatorBeforeRail,
  returnless,
  blocking,
  hardLine,
  supplementary,
  suctionTee,
  risingRate,
  surgeTank,
  twinTanks,
  saddleTanks,
  speedControlled,
  directInjection,
  electronicReturnless,
];

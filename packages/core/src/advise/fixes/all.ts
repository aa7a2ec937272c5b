import type { AnyFound } from '../../judge/all.ts';
import type { Fix } from '../../outcome/finding.ts';
import { noFixes, type FixContext, type FixMaker, type FoundOf } from './context.ts';
import { behindFixes, branchFixes, miswiredFixes, unclampedFixes } from './harness.ts';
import { highPressureFixes } from './high-pressure.ts';
import { injectorFixes } from './injectors.ts';
import {
  filterPlaceFixes,
  hoseFixes,
  mediaFixes,
  mixtureFixes,
  motorFixes,
  outOfCabin,
  usualPorts,
  trappedFixes,
} from './parts.ts';
import { speedFixes, stagingFixes } from './pumps.ts';
import {
  backPressureFixes,
  cappedFixes,
  overrunFixes,
  railHighFixes,
  railLowFixes,
  referenceFixes,
  supplementaryFixes,
  valveCoreFixes,
} from './regulation.ts';
import { suctionFixes } from './suction.ts';
import { liftFixes, primeFixes, supplyFixes } from './supply.ts';
import { levelFixes, levelLineFixes, ventFixes } from './tanks.ts';
import { dryFixes, triggerFixes } from './trigger.ts';
import {
  contactFixes,
  copperFixes,
  crankFeedFixes,
  dropFixes,
  fuseFixes,
  jointFixes,
  noFuseFixes,
  overloadedFixes,
  senderFixes,
  starterFixes,
  tapFixes,
  terminalFixes,
} from './wiring.ts';

/** What clears each finding, where a change to the plan can. */
const MAKERS: { readonly [C in AnyFound['code']]?: FixMaker<FoundOf<C>> } = {
  PUMP_UNUSABLE: motorFixes,
  RAIL_DRY: dryFixes,
  SUPPLY_SHORT: supplyFixes,
  LIFT_SHORT: liftFixes,
  SUCTION_VAPOR: suctionFixes,
  INJECTOR_DUTY: injectorFixes,
  PRIME_NOT_HELD: primeFixes,
  RETURN_OVERRUN: overrunFixes,
  RAIL_HIGH: railHighFixes,
  RAIL_LOW: railLowFixes,
  UNREFERENCED: referenceFixes,
  CAPPED_RAILS: cappedFixes,
  RETURN_BACK_PRESSURE: backPressureFixes,
  SUPPLEMENTARY_LOW: supplementaryFixes,
  SUPPLEMENTARY_HIGH: supplementaryFixes,
  VALVE_CORE: valveCoreFixes,
  SPEED_LAGS: speedFixes,
  STAGING_LATE: stagingFixes,
  STAGING_BY_BOOST: stagingFixes,
  TRAPPED_VOLUME: trappedFixes,
  HOSE_FUEL: hoseFixes,
  HOSE_SIZE: hoseFixes,
  HOSE_PRESSURE: hoseFixes,
  FUEL_IN_CABIN: hoseFixes,
  PART_IN_CABIN: outOfCabin,
  PORT_UNMATED: usualPorts,
  PORT_STACK: usualPorts,
  HOSE_HEAT: hoseFixes,
  HOSE_IN_TANK: hoseFixes,
  FILTER_MISSING: filterPlaceFixes,
  FILTER_TOO_FINE: filterPlaceFixes,
  FILTER_TOO_COARSE: filterPlaceFixes,
  FILTER_MEDIA: mediaFixes,
  MIXTURE_SHIFT: mixtureFixes,
  WIRE_COPPER_CLAD: copperFixes,
  WIRE_DROP: dropFixes,
  WIRE_OVERLOADED: overloadedFixes,
  STARTER_CABLE: starterFixes,
  NO_FUSE: noFuseFixes,
  FUSE_OVER_WIRE: fuseFixes,
  FUSE_LOADED: fuseFixes,
  FUSE_INRUSH: fuseFixes,
  FUSE_FAR: fuseFixes,
  RELAY_LOADED: contactFixes,
  PIN_LOADED: contactFixes,
  TERMINAL_SMALL: terminalFixes,
  CRANK_FEED_DROPS: crankFeedFixes,
  SENDER_RANGE: senderFixes,
  PICKUP_BARE: levelFixes,
  TANK_FILLS: levelLineFixes,
  HIGH_PRESSURE_SHORT: highPressureFixes,
  VENT_MISSING: ventFixes,
  VENT_NO_VALVE: ventFixes,
  VENT_LOW_LOOP: ventFixes,
  VENT_OUTLET: ventFixes,
  VENT_LOST: ventFixes,
  CELL_OPEN: ventFixes,
  CONTROLLER_LOADED: contactFixes,
  JOINT_DROP: jointFixes,
  TAP_LOST: tapFixes,
  RUNS_KEY_OFF: triggerFixes,
  RUNS_AFTER_CRASH: triggerFixes,
  RUNS_STALLED: triggerFixes,
  CHATTERS: triggerFixes,
  NO_PRIME: triggerFixes,
  WIRED_KEY_OFF: miswiredFixes,
  WIRED_CRASH: miswiredFixes,
  WIRED_OVERLOAD: miswiredFixes,
  WIRED_REVERSED: miswiredFixes,
  WIRED_RUNS: miswiredFixes,
  WIRED_DEAD: miswiredFixes,
  WIRED_BUZZING: miswiredFixes,
  DRIVER_UNCLAMPED: unclampedFixes,
  BRANCH_AHEAD_OF_FUSE: branchFixes,
  HARNESS_BEHIND: behindFixes,
};

/** Changes that clear a finding, each tried on the plan where its effect is not plain. */
export const fixesFor = (found: AnyFound, context: FixContext): Fix[] =>
  ((MAKERS[found.code] ?? noFixes) as FixMaker<AnyFound>)(found, context);

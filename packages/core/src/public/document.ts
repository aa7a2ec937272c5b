export { highPressurePumps } from '../document/consumers.ts';
export { sharedNames, withDistinctNames } from '../document/distinct-names.ts';
export { inFlowOrder } from '../document/flow-order.ts';
export {
  type Circuit,
  type ElectricLoad,
  type ElementOf,
  type Harness,
  type HarnessWire,
  type JobDocument,
  type Junction,
  type Path,
  type PumpTrigger,
  STYLES,
  type Segment,
  type TerminalRef,
  type SpeedControl,
  type Style,
  type WireEnd,
} from '../document/job-document.ts';
export { PATTERNS } from '../document/patterns/all.ts';
export { fullReturnJob } from '../document/patterns/full-return.ts';
export {
  type Threshold,
  boostRule,
  dropRule,
  moveThreshold,
  renamed,
  ruleOf,
  rulesOf,
  wiredRulesOf,
  setRule,
  stagingThreshold,
} from '../document/triggers.ts';
export { type HoseSold, LONGEST_PIECE, ROLL_LIMITS, USUAL_HOSE_SOLD } from '../document/hose-sold.ts';
export { inRoundFigures } from '../document/round-figures.ts';
export {
  SHOP_LIMITS,
  type ShopLimit,
  type ShopLimits,
  pumpDropOf,
  withShopLimits,
} from '../document/shop-limits.ts';
export { upgradeJob } from '../document/upgrade.ts';
export type { FieldInfo } from '../fields/field.ts';
export { isStartingFigure, sourceOf } from '../fields/provenance.ts';
export type { PlumbingElement } from '../document/job-document.ts';
export { makeVent } from '../document/vents.ts';
export { isFactoryFed } from '../document/pump-feed.ts';
export { feedByReader } from '../document/reader-fed.ts';

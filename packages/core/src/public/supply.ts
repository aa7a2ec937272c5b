export { DRESSINGS, type Dressing } from '../document/made-joints.ts';
export { faceName, type FaceId, NPT_SIZES, PART_FACE_IDS } from '../kinds/ports/faces.ts';
export { BILL_GROUPS, type BillGroup, type BillLine, billOfMaterials } from '../supply/bill.ts';
export { adaptersBetween, type AdapterSearch, type Chain } from '../supply/joining/adapters.ts';
export { type Connection, connectionsOf } from '../supply/joining/connections.ts';
export { JOINT_RULES } from '../supply/joining/joint-rules.ts';
export type { JointKind } from '../supply/joining/mating.ts';
export { NPT_FIELDS, nptHole, USUAL_WALL } from '../supply/joining/npt.ts';
export { sold } from '../supply/sold.ts';
export { type HeldLine, heldLines, heldNames, lineVolume } from '../supply/held-lines.ts';
export { type Joint, jointList } from '../supply/joints.ts';
export { type Bar, cuttingPlan, type CuttingPlan, type Offcut, type Piece } from '../supply/cutting.ts';
export { kitLines } from '../supply/kit-lines.ts';
export { hoseChoices, type HoseChoice, type HoseFault } from '../supply/hose-choice.ts';
export { linesToMeasure, soldWords } from '../supply/sold.ts';
export { cutGroups, type CutGroup } from '../supply/cut-list.ts';
export { type Stock, type Substitute, substitutesFor } from '../supply/substitutes.ts';
export { type Tool, TOOL_GROUPS, toolList } from '../supply/tools.ts';
export {
  piecedPrice,
  type Price,
  type Priced,
  priceList,
  type PriceRow,
  readPrices,
} from '../supply/prices.ts';

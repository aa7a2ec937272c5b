export { applyPatch } from '../edit/apply-patch.ts';
export { namedApart } from '../edit/distinct-names.ts';
export { addedInRoundFigures } from '../edit/round-figures.ts';
export { BRANCH_ENDS, branchAt, removePath } from '../edit/branch.ts';
export {
  NEW_LOADS,
  NEW_SEGMENTS,
  addCircuit,
  addLoad,
  insertSegment,
  moveSegment,
  removeCircuit,
  removeSegment,
  setTap,
  tapTargets,
} from '../edit/circuit.ts';
export {
  figureOfSource,
  figuresOf,
  figuresOfPlan,
  setOrigin,
  typeFigure,
  type FiguresOfThing,
  type KnownFigure,
} from '../edit/figures.ts';
export {
  NEW_DEVICES,
  addDevice,
  allTerminals,
  removeDevice,
  terminalName,
  terminalWord,
} from '../edit/harness.ts';
export {
  bareOf,
  fitFromLibrary,
  injectorsFromLibrary,
  type LibraryData,
  type LibraryEntry,
  offerFromLibrary,
  outdatedIn,
} from '../edit/library.ts';
export { feedSender } from '../edit/fit-sender.ts';
export { fitPump } from '../edit/fit-pump.ts';
export { sayMade } from '../edit/made-joint.ts';
export { NEW_PARTS, insertPart, movePart, removePart, splitRun } from '../edit/path.ts';
export { changeStyle, styleChange, type StyleChange } from '../edit/style.ts';
export { elementPath } from '../edit/paths.ts';
export { givePowerAt, typePower } from '../edit/power.ts';

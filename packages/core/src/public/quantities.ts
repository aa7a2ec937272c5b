export { DASH, FOOT, HP, INCH, LPH, POUND_PER_HP_HOUR, PSI } from '../quantities/constants.ts';
export { clockText } from '../quantities/clock.ts';
export { editText, fieldText, formatDifference, formatQuantity, inchesText } from '../quantities/format.ts';
export { parseQuantities } from '../quantities/parse-list.ts';
export { type Range, parseQuantity } from '../quantities/parse.ts';
export { absolute, gauge, type GaugePressure } from '../quantities/pressure.ts';
export { capital, inLines, shortened, storable, withinSentence } from '../quantities/text.ts';
export {
  DIMENSIONS,
  type Dimension,
  type UnitSystem,
  dimensionSpec,
  isUs,
  UNIT_SYSTEMS,
  fromSi,
  shownUnit,
} from '../quantities/units.ts';
export { atPlace, type PowerBasis, powerPlace } from '../quantities/power-place.ts';
export { rangeWords, roundLimit } from '../quantities/round-limit.ts';
export { farOff } from '../quantities/far-off.ts';

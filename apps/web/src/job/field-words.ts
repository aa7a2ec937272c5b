import { valueAt } from '@venula/core/formats';
import { wireSizeName, type WireSize } from '@venula/core/kinds';
import { shortened, type Dimension } from '@venula/core/quantities';

/** What a field is called and how its value is shown, by the last part of its place in the document. */
const WORDS: Readonly<Record<string, readonly [string, Dimension?]>> = {
  name: ['name'],
  lengthM: ['length', 'length'],
  dash: ['size'],
  hose: ['hose or tube'],
  ends: ['ends'],
  boreM: ['bore', 'bore'],
  bendDegrees: ['bends, degrees'],
  extraK: ['other losses, K'],
  clogged: ['clogged', 'fraction'],
  lossAt400Pa: ['loss at 400 L/h', 'pressure'],
  cv: ['seat, Cv'],
  droop: ['droop, Pa per m³/s'],
  reliefPa: ['relief', 'pressure'],
  elevationM: ['height', 'length'],
  crackPa: ['opens at', 'pressure'],
  size: ['wire size'],
  conductor: ['conductor'],
  ratingA: ['rating', 'amps'],
  distanceM: ['distance from the source', 'length'],
  ohms: ['resistance', 'resistance'],
  contactOhms: ['contact resistance', 'resistance'],
  basePressurePa: ['base pressure', 'pressure'],
  controllerBasePa: ['base the controller is tuned for', 'pressure'],
  laterPowerW: ['power goal later', 'power'],
  setPa: ['set pressure', 'pressure'],
  capacityM3s: ['flow at set pressure', 'flow'],
  shutOffPa: ['pressure with no flow', 'pressure'],
  volumeM3: ['volume'],
  startPa: ['starts above', 'pressure'],
  transferRatio: ['carried over per drive flow'],
  fromId: ['draws from'],
  speed: ['speed control'],
  lowSpeed: ['lowest speed', 'fraction'],
  above: ['comes on at'],
  below: ['goes off below'],
  primeS: ['prime', 'duration'],
  minOnS: ['least time on', 'duration'],
  minOffS: ['least time off', 'duration'],
  overrideS: ['service override', 'duration'],
  triggers: ['trigger rules'],
  harness: ['wiring as drawn'],
  slackM: ['slack', 'length'],
  alternatorIdleA: ['alternator at idle', 'amps'],
  carLoadA: ['the car’s own load', 'amps'],
  crankingA: ['starter current', 'amps'],
  ethanol: ['ethanol content', 'fraction'],
  designMargin: ['margin asked', 'fraction'],
  bsfc: ['BSFC', 'fuelRate'],
  fuelK: ['fuel temperature', 'temperature'],
  rvpPa: ['gasoline vapor pressure', 'pressure'],
  staticFlowM3s: ['flow of one', 'injectorFlow'],
  batteryV: ['battery', 'volts'],
  chargingV: ['charging', 'volts'],
  pull: ['the pull'],
  order: ['order of parts'],
  title: ['job'],
  customer: ['customer'],
  description: ['vehicle'],
  engine: ['engine'],
  asFound: ['as found'],
};

/** "Feed hose: length" for a JSON Pointer into the job. */
export function placeName(doc: object, pointer: string): string {
  const parts = pointer.split('/').slice(1);
  const last = parts.at(-1)!;
  const owner = valueAt(doc, `/${parts.slice(0, -1).join('/')}`) as { name?: unknown } | undefined;
  const here = valueAt(doc, pointer) as { name?: unknown } | undefined;
  // A whole part added or taken out goes by its own name.
  if (typeof here === 'object' && here !== null && typeof here.name === 'string') return here.name;
  const word = WORDS[last]?.[0] ?? last;
  return typeof owner?.name === 'string' ? `${owner.name}: ${word}` : word;
}

/** A value of that place in words. */
export function valueWords(
  pointer: string,
  value: unknown,
  format: (dimension: Dimension, value: number) => string,
): string {
  const last = pointer.split('/').at(-1)!;
  const dimension = WORDS[last]?.[1];
  if (value === null || value === undefined) return 'removed';
  if (typeof value === 'number')
    return dimension ? format(dimension, value) : last === 'dash' ? `-${value}` : String(value);
  if (last === 'size' && typeof value === 'string') return wireSizeName(value as WireSize);
  if (Array.isArray(value)) return `a list of ${value.length}`;
  if (typeof value === 'object' && 'name' in value) return 'there';
  return typeof value === 'string' ? value : shortened(JSON.stringify(value), 200);
}

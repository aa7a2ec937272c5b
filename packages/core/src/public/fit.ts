export {
  NO_ROUTING,
  bareRoute,
  HAZARDS,
  LINE_FIELDS,
  usualPass,
  type Backdrop,
  type Guide,
  type Hazard,
  type KeepOut,
  type LineRoute,
  type RoutePoint,
  type Routing,
  type Vehicle,
} from '../document/routing.ts';
export { type PictureScale, pictureScale } from '../fit/backdrop.ts';
export { placeOf } from '../fit/places.ts';
export { takeWireWays, type WireWay, wireWays } from '../fit/wire-lengths.ts';
export { removeRoute } from '../edit/route.ts';
export { layRoute, takeEnds } from '../fit/lay-route.ts';
export { drawnShape, type Passing, passings } from '../fit/passing.ts';
export { type RouteShape } from '../fit/route.ts';
export { type EndFit, type EndMiss, type EndQuestion, type Lies } from '../fit/ends/question.ts';
export {
  ELBOWS,
  type EndProgress,
  fitHoseEnds,
  hoseEndSearch,
  hosesThatGoIn,
  missOf,
} from '../fit/ends/hose-ends.ts';
export { type Outline, outlineOf } from '../fit/ends/outline.ts';
export {
  isMeasured,
  type MeasuredGap,
  PORT_GAP_FIELDS,
  type PortGap,
  posesOf,
  UNMEASURED_GAP,
} from '../fit/ends/port-gap.ts';
export { type Pose } from '../fit/ends/pose.ts';
export { follow, mirrored, railOf, usualKeepOuts, usualPoints, usualVehicle } from '../fit/usual-car.ts';
export { type Vec3 } from '../fit/vector.ts';

export { type EndFit, type EndMiss, type EndQuestion, type Lies } from '../fit/end-fit.ts';
export { ELBOWS, fitHoseEnds, hosesThatGoIn, missOf } from '../fit/hose-ends.ts';
export { type Outline, outlineOf } from '../fit/outline.ts';
export { PORT_GAP_FIELDS, type PortGap, posesOf } from '../fit/port-gap.ts';
export { type Pose } from '../fit/space-path.ts';
export { type Vec3 } from '../fit/vector.ts';

export { type Dip, type RailMoment, drivePressure, railDips } from '../replay/drive-pressure.ts';
export {
  type DriveMoment,
  LEG_KINDS,
  type Lane,
  type Leg,
  type LegKind,
  driveLanes,
  driveMoments,
  standardDrive,
} from '../replay/drive.ts';
export { type StagingAdvice, stagingAdvice } from '../replay/staging.ts';

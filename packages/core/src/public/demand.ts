export type { PullPoint } from '../demand/pull.ts';
export { fullSpeedAt, sensorVolts, speedCommand } from '../demand/speed-map.ts';
export { type ThreeNumbers, threeNumberPull } from '../demand/three-number-pull.ts';
export { ruleOfThumbRatio, volumeRatio } from '../fuel/fuel.ts';

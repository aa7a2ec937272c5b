export { BACK_PRESSURE_SHARE, DROP_LIMITS, SUCTION_LIMITS } from '../judge/limits.ts';

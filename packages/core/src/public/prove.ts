export {
  type DecayResult,
  type DecaySetup,
  GAS_LIMITS,
  GAUGE_MOST_PA,
  gasDecay,
  provableAfter,
  storedEnergy,
} from '../prove/procedures/gas-decay/gas-decay.ts';

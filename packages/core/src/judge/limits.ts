/** Suction margin below which vapour is near (note) and at hand (stop), Pa. */
export const SUCTION_LIMITS = { note: 20e3, stop: 5e3 } as const;
/** Drop limits on a nominal 12 V system. */
export const DROP_LIMITS = { nominal: 12, critical: 0.03, other: 0.1 } as const;
/** Volts a battery should keep while cranking (common practice). */
export const CRANKING_VOLTS = 10;

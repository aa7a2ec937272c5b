/** Suction margin below which vapour is near (note) and at hand (stop), Pa. */
export const SUCTION_LIMITS = { note: 20e3, stop: 5e3 } as const;
/** Drop limits on a nominal 12 V system. */
export const DROP_LIMITS = { nominal: 12, critical: 0.03, other: 0.1 } as const;
/** Volts a battery should keep while cranking (common practice). */
export const CRANKING_VOLTS = 10;
/** Rail more than this above set is a fix, Pa. */
export const RAIL_HIGH_LIMIT = 20e3;
/** Return back-pressure above this share of the idle rail pressure is a fix. */
export const BACK_PRESSURE_SHARE = 1 / 3;
/** How far above the factory rail a supplementary regulator may be set, Pa (2 psi). */
export const SUPPLEMENTARY_ABOVE = 2 * 6894.757293168;

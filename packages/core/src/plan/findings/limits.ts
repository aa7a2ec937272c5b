/** Suction margin below which vapour is near (note) and at hand (stop), Pa. */
export const SUCTION_LIMITS = { note: 20e3, stop: 5e3 } as const;

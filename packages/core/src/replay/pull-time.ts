/** From the switch closing to full flow: relay, motor start, line filling, s (estimate). */
export const PUMP_START_S = 0.2;
/** How long a pull takes from its first point to its last, and the boost to come up to the first, s (typical). */
export const PULL_S = 5;
export const SPOOL_S = 1;

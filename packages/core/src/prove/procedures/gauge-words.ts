/** What stands at every reading of a pressure gauge. */
export const GAUGE_HOW = 'Gauge at the rail or the regulator’s gauge port, vented, pointing at the eye.';
export const LOW_PRESSURE =
  'Regulator set low or its seat worn; filter or line blocked; pump short of volts; air still in the line.';
export const HIGH_PRESSURE =
  'Return too small or kinked; regulator set high; reference hose on where it should be off.';

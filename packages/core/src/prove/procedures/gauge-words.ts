import { highPressurePumps } from '../../document/consumers.ts';
import type { JobDocument } from '../../document/job-document.ts';

const lowSide = (doc: JobDocument): boolean => highPressurePumps(doc).length > 0;

/** Where the gauge is read: with direct injection it is on the low side, and never on the rail. */
export const gaugeHow = (doc: JobDocument): string =>
  `Gauge ${lowSide(doc) ? 'in the low side, ahead of the high-pressure pump' : 'at the rail or the regulator’s gauge port'}, vented, pointing at the eye.`;

/** What is read there. */
export const sideName = (doc: JobDocument): string => (lowSide(doc) ? 'Low side' : 'Rail');

export const LOW_PRESSURE =
  'Regulator set low or its seat worn; filter or line blocked; pump short of volts; air still in the line.';
export const HIGH_PRESSURE =
  'Return too small or kinked; regulator set high; reference hose on where it should be off.';

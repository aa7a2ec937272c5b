import type { JobDocument } from '../../document/job-document.ts';
import { AS_PLANNED, type Parameters } from '../../engine/parameters.ts';
import type { MeasuredId, MeasuredProcedure, Step } from '../contract.ts';
import { basePressure } from './base-pressure.ts';
import { cranking } from './cranking.ts';
import { eachPump } from './each-pump.ts';
import { flowCatch } from './flow-catch.ts';
import { highSide } from './high-side.ts';
import { hotSoak } from './hot-soak.ts';
import { prime } from './prime.ts';
import { reference } from './reference.ts';
import { running } from './running.ts';
import { sensors } from './sensors.ts';
import { volts } from './volts.ts';
import { winding } from './winding.ts';

/** Tests that are lists of readings, in the order they are done; a new one is its file and its line here. */
export const MEASURED = {
  winding,
  volts,
  sensors,
  prime,
  'each-pump': eachPump,
  'base-pressure': basePressure,
  reference,
  'flow-catch': flowCatch,
  cranking,
  running,
  'high-side': highSide,
  'hot-soak': hotSoak,
} satisfies Record<MeasuredId, MeasuredProcedure> as Readonly<Record<MeasuredId, MeasuredProcedure>>;

/**
 * What is read in one of the tests that are lists of readings, with what this car should show.
 * @param id test
 * @param doc job document
 * @param parameters what is otherwise than planned: a fault in a simulated car
 * @returns steps in the order they are done, SI; empty where this car has nothing to be read
 * Validity: any job the checker accepts; a state that does not settle has no steps.
 * @throws nothing
 * @source the solved plan; bands are estimates
 * @example measuredSteps('base-pressure', fullReturnJob('x')).length // => 4
 */
export const measuredSteps = (
  id: MeasuredId,
  doc: JobDocument,
  parameters: Parameters = AS_PLANNED,
): Step[] => MEASURED[id].steps({ doc, parameters });

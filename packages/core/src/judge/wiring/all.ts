import { hardest } from '../../engine/electric/electric-load.ts';
import type { FindingRule } from '../context.ts';
import { budgetFindings } from './budget.ts';
import { contactFindings } from './contacts.ts';
import { fuseFindings } from './fuses.ts';
import { jointFindings } from './joints.ts';
import { wireFindings } from './wires.ts';

/** Volts at each load, a wire that stands the current, a fuse that protects it, contacts that last, a source that holds. */
export const wiringFindings: FindingRule = (context) => {
  const { doc } = context;
  const loads = Object.keys(doc.wiring.circuits).flatMap((id) => hardest(doc, context.states, id) ?? []);
  return [
    ...wireFindings(doc, loads),
    ...fuseFindings(doc, loads),
    ...contactFindings(doc, loads),
    ...jointFindings(loads),
    ...budgetFindings(context),
  ];
};

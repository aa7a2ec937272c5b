import { terminalKey } from '../kinds/wiring/fields.ts';
import { allTerminals } from '../edit/harness.ts';
import type { JobDocument } from '../document/job-document.ts';
import type { InputError } from '../outcome/result.ts';
import { isLevel } from '../trigger/rule.ts';
import { problem } from './problem.ts';

/** What shapes cannot say about circuits, rules and drawn wiring. */
export const wiringErrors = (doc: JobDocument): InputError[] => [
  ...ruleErrors(doc),
  ...tapErrors(doc),
  ...harnessErrors(doc),
];

function ruleErrors(doc: JobDocument): InputError[] {
  const seen = new Set<string>();
  return Object.entries(doc.wiring.triggers ?? {}).flatMap(([id, rule]): InputError[] => {
    const at = `/wiring/triggers/${id}`;
    const out: InputError[] = [];
    if (seen.has(rule.loadId))
      out.push(
        problem(
          'RULE_TWICE',
          `${at}/loadId`,
          `“${rule.loadId}” has two rules`,
          'one rule a load',
          'put both into one rule, as two ways on',
        ),
      );
    seen.add(rule.loadId);
    rule.any.forEach(({ all }, i) =>
      all.forEach((term, k) => {
        if (isLevel(term) && term.below > term.above)
          out.push(
            problem(
              'LEVEL_ORDER',
              `${at}/any/${i}/all/${k}/below`,
              'it would let go above the level it comes on at',
              `at most ${term.above}`,
              'lower the release level',
            ),
          );
      }),
    );
    return out;
  });
}

/** A circuit that branches off itself, over others or at once. */
function tapErrors(doc: JobDocument): InputError[] {
  const { circuits } = doc.wiring;
  return (['feedFrom', 'groundInto'] as const).flatMap((side) =>
    Object.keys(circuits).flatMap((start): InputError[] => {
      const seen = new Set<string>();
      for (let id: string | undefined = start; id !== undefined; id = circuits[id]?.[side]?.circuitId) {
        if (seen.has(id))
          return id === start
            ? [
                problem(
                  'TAP_LOOP',
                  `/wiring/circuits/${start}/${side}/circuitId`,
                  `“${circuits[start]!.name}” branches off itself`,
                  'a circuit that does not hang on this one',
                  'feed one of them from the battery',
                ),
              ]
            : [];
        seen.add(id);
      }
      return [];
    }),
  );
}

function harnessErrors(doc: JobDocument): InputError[] {
  const { harness } = doc.wiring;
  if (!harness) return [];
  const known = new Set(allTerminals(harness).map(terminalKey));
  return Object.entries(harness.wires).flatMap(([id, wire]) =>
    (['from', 'to'] as const).flatMap((end): InputError[] =>
      known.has(terminalKey(wire[end]))
        ? []
        : [
            problem(
              'NO_TERMINAL',
              `/wiring/harness/wires/${id}/${end}`,
              `“${wire.name}” ends on ${wire[end].terminal} of “${wire[end].device}”, which is not there`,
              'a terminal of a part in the drawing',
              'put the end on another terminal, or take the wire out',
            ),
          ],
    ),
  );
}

import type { JobDocument } from '../../design/job-document.ts';
import { trappedVolume, type TrappedVolume } from '../trapped.ts';
import { both, type FindingRule } from './context.ts';

/** The valve to take out, when the fuel is free without it. */
function harmlessWithout(doc: JobDocument, valve: TrappedVolume['blockedBy']): TrappedVolume['blockedBy'] {
  if (!valve) return null;
  const { [valve.id]: _gone, ...elements } = doc.plumbing.elements;
  return trappedVolume({ ...doc, plumbing: { ...doc.plumbing, elements } }) ? null : valve;
}

/** Fuel closed in after shut-down swells until something gives; injectors cannot open against it. */
export const trappedFindings: FindingRule = ({ doc }) => {
  const trapped = trappedVolume(doc);
  if (!trapped) return [];
  const { brief, plumbing } = doc;
  const limit = brief.injectors.maxDifferentialPa;
  const reached = brief.basePressurePa + trapped.rise;
  const valve = harmlessWithout(doc, trapped.blockedBy);
  const place = valve
    ? { id: valve.id, name: plumbing.elements[valve.id]!.name }
    : { id: 'rail', name: 'Rail' };
  const litres = `${(trapped.volume * 1000).toFixed(2)} L`;
  return [
    {
      code: 'TRAPPED_VOLUME',
      severity: reached > limit ? 'stop' : 'fix',
      stage: 'plumb',
      place,
      stateId: 'hot-soak',
      title: `${litres} of fuel is closed in after shut-down and rises by ${both('pressure', trapped.rise)} as the engine heats it.`,
      dimension: 'pressure',
      value: reached,
      limit,
      why: {
        text:
          'No open way leads from the rail back to a tank: check valves and blocking regulators do not relieve backward. ' +
          'The pressure rises until something gives, and injectors cannot open against it: the engine does not restart until it cools. ' +
          'Upstream of a bypass regulator a check valve is harmless.',
        formula: `ΔP = Σ V(β − 3α)ΔT ÷ Σ V(1/K + C) = ${both('pressure', trapped.rise)} for 40 K in rail and engine bay; from ${both('pressure', brief.basePressurePa)}, injectors open against ${both('pressure', limit)}`,
        source:
          'thermal expansion against bulk modulus and wall compliance (estimates); seen in practice past 100 psi',
      },
      fixes: valve
        ? [
            {
              label: 'Take the check valve out',
              patch: [
                {
                  op: 'replace',
                  path: `/plumbing/paths/${valve.pathId}/order`,
                  value: plumbing.paths[valve.pathId]!.order.filter((id) => id !== valve.id),
                },
                { op: 'remove', path: `/plumbing/elements/${valve.id}` },
              ],
            },
          ]
        : [],
    },
  ];
};

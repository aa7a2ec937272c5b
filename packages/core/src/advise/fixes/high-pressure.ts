import type { HighPressureShort } from '../../judge/supply/high-pressure.ts';
import { highPressurePumps } from '../../document/consumers.ts';
import { mostAt, type FixMaker } from './context.ts';

/** Plungers come in steps of about this swept volume, m³ (0.01 mL). */
const STEP = 1e-8;

/** Larger internals in every high-pressure pump: as much as the margin asks for. */
export const highPressureFixes: FixMaker<HighPressureShort> = ({ value: margin, limit }, { doc }) => {
  const pumps = highPressurePumps(doc);
  const larger = (1 + limit) / (1 + margin);
  const sized = pumps.map(([id, j]) => ({
    path: `/plumbing/junctions/${id}/sweptM3`,
    volume: Math.ceil((j.sweptM3 * larger) / STEP - 1e-6) * STEP,
  }));
  if (sized.length === 0 || sized.some((s) => s.volume > mostAt(doc, s.path))) return [];
  return [
    {
      does: { act: 'swept', volume: Math.max(...sized.map((s) => s.volume)) },
      patch: sized.map(({ path, volume }) => ({ op: 'replace', path, value: volume })),
    },
  ];
};

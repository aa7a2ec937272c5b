import type { JobDocument } from '../../document/job-document.ts';
import { suctionParts } from '../../document/suction.ts';
import { elementPath } from '../../edit/paths.ts';
import { SUCTION_LIMITS } from '../../judge/limits.ts';
import type { FuelBoils, SuctionVapor } from '../../judge/supply/suction.ts';
import { HOSE_KINDS, sizesOf } from '../../kinds/plumbing/run/hoses.ts';
import type { Fix } from '../../outcome/finding.ts';
import { stateOf, type FixMaker } from './context.ts';
import { PSI } from '../../quantities/constants.ts';

interface Candidate extends Fix {
  readonly partId: string;
}

/** A cleaned strainer, a larger hose, all of them: what brings the inlet clear of vapor, solved first. */
export const suctionFixes: FixMaker<SuctionVapor> = (found, context) => {
  const state = stateOf(found, context);
  if (!state) return [];
  const clears = (fix: Fix, limit: number): boolean => {
    const values = context.trials.with(fix.patch)?.values(state);
    const margin = values?.pumps.find((p) => p.id === found.place.id)?.suctionMargin ?? -Infinity;
    return margin >= limit;
  };
  const works = (fix: Fix): boolean => clears(fix, SUCTION_LIMITS.note);
  const single = candidates(context.doc, found.place.id);
  const good = single.filter(works);
  if (good.length > 0) return good.map(({ does, patch }) => ({ does, patch }));
  // None alone: the largest of each part together, if that does it.
  const together = [...new Map(single.map((c) => [c.partId, c])).values()];
  const all: Fix = {
    does: { act: 'several', steps: together.map((c) => c.does) },
    patch: together.flatMap((c) => c.patch),
  };
  if (together.length > 1 && works(all)) return [all];
  return calmerFuel(context.doc).filter((fix) => clears(fix, SUCTION_LIMITS.stop));
};

/** RVP of a summer grade, Pa (7 psi: ASTM D4814 class AA is 7.8 psi at most; from memory). */
const SUMMER = 7 * PSI;

/** Where no line helps it is the fuel that boils. */
const calmerFuel = ({ brief }: JobDocument): Fix[] =>
  brief.fuel.rvpPa > SUMMER
    ? [
        {
          does: { act: 'calmer-fuel', vapor: SUMMER },
          patch: [{ op: 'replace', path: '/brief/fuel/rvpPa', value: SUMMER }],
        },
      ]
    : [];

/** Fuel that boils in the tank: a calmer one. */
export const boilingFixes: FixMaker<FuelBoils> = (_found, { doc }) => calmerFuel(doc);

/** A return that comes back into the suction takes the pump's heat with it: into the tank instead. */
function homeward({ plumbing: { paths, junctions } }: JobDocument): Candidate[] {
  const tank = Object.keys(junctions).find((id) => junctions[id]!.kind === 'tank');
  return Object.entries(paths).flatMap(([pathId, p]): Candidate[] =>
    tank !== undefined && p.role === 'return' && junctions[p.to]?.kind === 'tee'
      ? [
          {
            partId: pathId,
            does: { act: 'return-to-tank', name: p.name },
            patch: [{ op: 'replace', path: `/plumbing/paths/${pathId}/to`, value: tank }],
          },
        ]
      : [],
  );
}

const candidates = (doc: JobDocument, pumpId: string): Candidate[] => [
  ...upstream(doc, pumpId),
  ...homeward(doc),
];

const upstream = (doc: JobDocument, pumpId: string): Candidate[] =>
  suctionParts(doc, pumpId).flatMap((partId): Candidate[] => {
    const e = doc.plumbing.elements[partId];
    if ((e?.kind === 'strainer' || e?.kind === 'filter') && e.clogged > 0)
      return [
        {
          partId,
          does: { act: 'clean', name: e.name },
          patch: [{ op: 'replace', path: elementPath(partId, 'clogged'), value: 0 }],
        },
      ];
    if (e?.kind !== 'run') return [];
    return sizesOf(HOSE_KINDS[e.hose])
      .filter((d) => d > e.dash)
      .map((dash) => ({
        partId,
        does: { act: 'make-run', name: e.name, dash },
        patch: [{ op: 'replace', path: elementPath(partId, 'dash'), value: dash }],
      }));
  });

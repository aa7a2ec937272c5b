import { highPressurePumps } from '../../document/consumers.ts';
import { hasFactorySupply } from '../../document/feeding-pumps.ts';
import type { StateName } from '../../engine/states.ts';
import { REFERENCE_BOOST } from '../limits.ts';
import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type Unreferenced = Found<
  'UNREFERENCED',
  {
    readonly state: StateName;
    readonly rail: number;
    readonly manifold: number;
    readonly base: number;
  }
>;

type Regulator = ElementOf<'bypass-regulator'> | ElementOf<'blocking-regulator'>;

/** Regulators that could hold the pressure over the manifold and do not feel it; none where another supply rules the rail. */
export function deafRegulators(doc: JobDocument): readonly (readonly [string, Regulator])[] {
  // The vent of an add-on supply is open on purpose: it stands above the factory rail, which has no reference.
  // On the low side of direct injection the floor is a gauge figure.
  if (hasFactorySupply(doc) || highPressurePumps(doc).length > 0) return [];
  const all = Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'bypass-regulator' || e.kind === 'blocking-regulator' ? [[id, e] as const] : [],
  );
  // A rising-rate unit behind it feels the manifold for it.
  if (Object.values(doc.plumbing.elements).some((e) => e.kind === 'rising-rate')) return [];
  return all.some(([, e]) => e.referenced) ? [] : all;
}

/** Boost takes from the pressure over the injectors what a regulator open to air does not give back. */
export const referenceRule: FindingRule<Unreferenced> = (context) => {
  const [first] = deafRegulators(context.doc);
  const worst = settled(context)
    .filter((s) => s.state.kind === 'pull' && s.state.manifold > REFERENCE_BOOST)
    .sort((a, b) => a.values.railDifferential - b.values.railDifferential)[0];
  if (!first || !worst) return [];
  const [id, e] = first;
  return [
    {
      code: 'UNREFERENCED',
      severity: 'fix',
      stage: 'plumb',
      place: { of: 'part', id, name: e.name },
      stateId: worst.state.id,
      dimension: 'pressure',
      value: worst.values.railDifferential,
      limit: context.doc.brief.basePressurePa,
      figures: {
        state: worst.state,
        rail: worst.values.railGauge,
        manifold: worst.state.manifold,
        base: context.doc.brief.basePressurePa,
      },
    },
  ];
};

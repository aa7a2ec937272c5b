import { powerFactor } from '../../document/power-factor.ts';
import { hasFactorySupply } from '../../document/feeding-pumps.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { REFERENCE_BOOST } from '../limits.ts';
import { HP } from '../../quantities/constants.ts';

export type CappedRails = Found<
  'CAPPED_RAILS',
  {
    readonly power: number;
    readonly boost: number;
    readonly rails: readonly string[];
    /** Power from which it is worth a word, and from which they should be fed through, W. */
    readonly from: readonly [word: number, through: number];
  }
>;

/** Power from which dead-ended rails are worth a word, and from which they should be fed through, W (600 and 1,000 hp; common practice). */
const WORTH_A_WORD = 600 * HP;
const FED_THROUGH = 1000 * HP;

/** Rails with no way out behind a bypass regulator: nothing carries pulsation, vapor and heat away from them. */
export const cappedRule: FindingRule<CappedRails> = ({ doc }) => {
  const rails = cappedRails(doc);
  if (rails.length === 0) return [];
  // What the trade says of capped rails it says of power at the crank.
  const power = Math.max(...doc.brief.pull.map((p) => p.powerW)) * powerFactor(doc.brief, 'crank');
  const boost = Math.max(...doc.brief.pull.map((p) => p.boostPa));
  if (power <= WORTH_A_WORD && boost <= REFERENCE_BOOST) return [];
  const [id] = rails;
  return [
    {
      code: 'CAPPED_RAILS',
      severity: power > FED_THROUGH ? 'fix' : 'note',
      stage: 'plumb',
      place: { of: 'junction', id: id!, name: doc.plumbing.junctions[id!]!.name },
      dimension: 'power',
      value: power,
      limit: power > FED_THROUGH ? FED_THROUGH : WORTH_A_WORD,
      figures: {
        power,
        boost,
        from: [WORTH_A_WORD, FED_THROUGH],
        rails: rails.map((r) => doc.plumbing.junctions[r]!.name),
      },
    },
  ];
};

/** None where a damper stands in the plan, the rails are the car's own, or no bypass regulator leaves ahead of them. */
export function cappedRails({ plumbing, ...doc }: JobDocument): string[] {
  const { junctions, elements, paths } = plumbing;
  const kinds = new Set(Object.values(elements).map((e) => e.kind));
  if (
    hasFactorySupply({ plumbing, ...doc }) ||
    kinds.has('pulsation-damper') ||
    !kinds.has('bypass-regulator')
  )
    return [];
  const ways = Object.values(paths);
  return Object.keys(junctions).filter(
    (id) =>
      junctions[id]!.kind === 'rail' && ways.some((p) => p.to === id) && !ways.some((p) => p.from === id),
  );
}

import type { JobDocument } from '../../../document/job-document.ts';
import { feedingPumps } from '../../../document/feeding-pumps.ts';
import { stagingThreshold } from '../../../document/triggers.ts';
import { median } from './filtered.ts';
import type { LogOutcome, LogPoint } from './log-outcome.ts';

/** Volts that fall by so much from where the pressure still holds to where it does not, V. */
const VOLTS_FALL = 0.5;
/** A dip to less than this share of what is wanted is a pump that draws air. */
const AIR = 0.5;
/** So near the boost a second pump comes in at, a dip is its coming late, Pa. */
const NEAR_STAGING = 35e3;

const under = (p: LogPoint): number =>
  p.side === 'low' ? p.expects!.low - Math.min(p.differential, p.lowest) : 0;

/**
 * What a log with misses usually comes from, what its evidence favors first: read off the stretch in which it is worst.
 * @param doc job document
 * @param outcome points of the pulls, of what is no pull, and swings
 * @returns sentences
 * Validity: judged logs.
 * @throws nothing
 * @source common practice
 * @example causes(fullReturnJob('x'), { points: [], steady: [], swings: null, lowSide: false }) // => []
 */
export function causes(
  doc: JobDocument,
  { points, steady, swings, lowSide }: Pick<LogOutcome, 'points' | 'steady' | 'swings' | 'lowSide'>,
): string[] {
  const hunts =
    swings === null
      ? []
      : [
          'It swings back and forth: air in the line, a check valve or regulator that hunts, or two of them against each other.',
        ];
  const worst = [...points].sort((a, b) => under(b) - under(a))[0];
  const rests = [...steady].sort((a, b) => under(b) - under(a))[0];
  if (!worst || worst.side !== 'low') {
    if (rests?.side === 'low')
      return [
        ...hunts,
        rests.during === 'idle' || rests.during === 'cruise'
          ? `Low at ${rests.during} already, where the supply has plenty: base pressure set low, the reference hose, or the regulator itself. Not the pump first.`
          : 'Low while coasting: the reference or the regulator, not the pump.',
      ];
    const over = [...points, ...steady].filter((p) => p.side === 'high');
    const resting = over.length > 0 && over.every((p) => p.during !== 'pull');
    return [
      ...hunts,
      ...(over.length > 0
        ? [
            resting
              ? 'High only where little fuel is drawn: the return is too small or kinked, or the regulator’s seat is.'
              : 'Pressure above the plan: regulator set high, return too small or kinked, another ratio than planned.',
          ]
        : []),
    ];
  }
  const own = points.filter((p) => p.pull === worst.pull);
  const at = own.indexOf(worst);
  const from = own.findLastIndex((p, i) => i < at && p.side !== 'low') + 1;
  const back = own.findIndex((p, i) => i > at && p.side !== 'low') > 0 || worst.dips;
  const held = own.flatMap((p) => (p.side !== 'low' && p.volts !== null ? [p.volts] : []));
  const voltsSag =
    worst.volts !== null &&
    (worst.volts < worst.expectsVolts.low || (held.length > 0 && median(held) - worst.volts > VOLTS_FALL));
  return [
    ...(voltsSag ? ['Volts sag with it: charging, ground, or a joint in the feed. Read the drops.'] : []),
    ...(from === 0 && !worst.dips
      ? [
          rests?.side === 'low' || lowSide
            ? 'Low from the start of the pull, and before it: base pressure set low, the regulator, or a pump worn out.'
            : 'Low from the start of the pull: base pressure set low, or the reference hose is off or split.',
        ]
      : back
        ? dip(doc, worst)
        : [
            'It sags toward the top and stays down: the supply is at its limit there. Pump, filter, strainer or a line too small: catch the flow.',
          ]),
    ...hunts,
  ];
}

/** A pump that comes late dips where it comes in; air dips to almost nothing wherever the fuel runs off. */
function dip(doc: JobDocument, worst: LogPoint): string[] {
  const late = 'It sags and comes back: the second pump came late.';
  const air =
    'It falls and comes back: the pick-up drew air. Fuel level, baffles, or the strainer off the floor.';
  const stages = feedingPumps(doc).flatMap((id) => {
    const at = stagingThreshold(doc, id);
    return at ? [at.term.above] : [];
  });
  const staged = stages.some((above) => Math.abs(worst.manifoldPa - above) < NEAR_STAGING);
  const drewAir = worst.lowest < AIR * (worst.expects?.value ?? 0);
  if (staged && !drewAir) return [late, air];
  return stages.length > 0 ? [air, late] : [air];
}

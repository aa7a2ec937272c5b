import type { ElementOf } from '../../document/job-document.ts';
import { endsOf } from '../../kinds/plumbing/run/end-sizes.ts';
import { HOSE_KINDS, type HoseKindId } from '../../kinds/plumbing/run/hoses.ts';

const SWAB = 'Swab and blow it out; cap both ends until it goes in.';

const TUBE = 'Straighten, cut long, deburr inside and out, bend, try it in the car, then trim.';

/** How hose ends go on hose of each kind, with their hold points (common practice; the maker’s instructions win). */
const HOSE_ENDS: Readonly<Record<Exclude<HoseKindId, `hard-${string}`>, string>> = {
  ptfe: `Tape round the cut, cut square. Collar on first. Outer sleeve trimmed just less than the olive, braid opened with a small driver, new olive over the liner to its shoulder, square on a flat surface. Oil, then screw together to a gap of about 0.04 in (1 mm). ${SWAB}`,
  'rubber-braid': `Tape round the cut, cut square with a sharp cutter, no frayed wire. Hose into the collar, pushed straight or turned counter-clockwise, until it stops short of the thread. Oil the nipple, soft jaws, screw together to a gap of about 0.04 in (1 mm). Mark the collar: it shows if the hose pushes out. ${SWAB}`,
  'push-on': `Cut square. Oil the barbs, push home in one go to the collar. Whether heat or clamps are allowed is the hose maker’s to say. ${SWAB}`,
  injection: `Cut square. Home past the last bead, rolled-edge clamp behind it, snug and not crushed. ${SWAB}`,
};

/**
 * How a line is made: hose by its hose ends, tube by what each of its ends is. Only a tube with a nut on it is flared.
 */
export function makingOf(e: ElementOf<'run'>): string {
  if (HOSE_KINDS[e.hose].ends === 'flare') return `${TUBE} ${tubeEnds(endsOf(e))} ${SWAB}`;
  const bare = e.hose !== 'injection' && endsOf(e).every((end) => end === 'open');
  return bare ? `Cut square, nothing frayed. ${SWAB}` : HOSE_ENDS[e.hose as keyof typeof HOSE_ENDS];
}

function tubeEnds(ends: ReturnType<typeof endsOf>): string {
  const kinds = ends.map((end) => (end === 'quick' || end === 'open' ? end : 'flare'));
  const words = {
    flare: 'Nut and sleeve on, 37° single flare: not a 45° brake flare.',
    quick:
      'Formed and deburred for its quick connector, as the connector’s maker says; it clicks on by hand.',
    open: 'Beaded, so that a hose stays on it.',
  } as const;
  if (kinds[0] === kinds[1]) return words[kinds[0]!];
  return kinds.map((kind, i) => `${i === 0 ? 'First' : 'Second'} end: ${words[kind]}`).join(' ');
}

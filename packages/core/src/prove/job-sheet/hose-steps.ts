import type { HoseKindId } from '../../kinds/plumbing/run/hoses.ts';

const SWAB = 'Swab and blow it out; cap both ends until it goes in.';

/** How a line of each kind is made, with its hold points (common practice; the maker’s instructions win). */
export const HOSE_STEPS: Readonly<Record<HoseKindId, string>> = {
  ptfe: `Tape round the cut, cut square. Collar on first. Outer sleeve trimmed just less than the olive, braid opened with a small driver, new olive over the liner to its shoulder, square on a flat surface. Oil, then screw together to a gap of about 0.04 in (1 mm). ${SWAB}`,
  'rubber-braid': `Tape round the cut, cut square with a sharp cutter, no frayed wire. Hose into the collar, pushed straight or turned counter-clockwise, until it stops short of the thread. Oil the nipple, soft jaws, screw together to a gap of about 0.04 in (1 mm). Mark the collar: it shows if the hose pushes out. ${SWAB}`,
  'push-on': `Cut square. Oil the barbs, push home in one go to the collar. Whether heat or clamps are allowed is the hose maker’s to say. ${SWAB}`,
  injection: `Cut square. Home past the last bead, rolled-edge clamp behind it, snug and not crushed. ${SWAB}`,
  'hard-aluminum': `Straighten, cut long, deburr inside and out, bend, try it in the car, then trim. Nut and sleeve on, 37° single flare: not a 45° brake flare. ${SWAB}`,
  'hard-steel': `Straighten, cut long, deburr inside and out, bend, try it in the car, then trim. Nut and sleeve on, 37° single flare: not a 45° brake flare. ${SWAB}`,
};

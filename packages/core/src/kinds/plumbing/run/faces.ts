import { flare, type FaceId, type QuickSize } from '../../ports/faces.ts';
import type { PartFaces } from '../../ports/usual.ts';
import { endsOf } from './end-sizes.ts';
import type { Dash } from './hoses.ts';
import type { Run } from './shape.ts';

/** Quick connectors by the line they sit on: 5/16 in tube is -5, 3/8 is -6, 1/2 is -8. */
const QUICK: Partial<Record<Dash, QuickSize>> = { 5: '5/16', 6: '3/8', 8: '1/2', 10: '1/2' };

function faceOf({ dash, hose }: Run, end: Run['ends'][number]): FaceId {
  // A plain tube end takes a hose over its bead, as a barb does.
  if (end === 'open') return hose.startsWith('hard-') ? `barb-${dash}` : `hose-${dash}`;
  if (end === 'quick') return `quick-${QUICK[dash] ?? '3/8'}-f`;
  // Hose ends and the nut of a flared tube are female and turn on what they meet.
  return flare(dash, 'f');
}

/** What a hose or tube brings to its neighbors at each end. */
export const runFaces = (e: Run): PartFaces => {
  const [first, second] = endsOf(e);
  return { in: faceOf(e, first!), out: faceOf(e, second!) };
};

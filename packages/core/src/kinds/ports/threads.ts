import { FACES, NPT_PITCH, type Face, type FaceId, type NptSize } from './faces.ts';

/** A thread as a caliper and a thread gauge show it, mm. */
export interface ThreadSize {
  readonly diameter: number;
  readonly pitch: number;
}

const INCH_MM = 25.4;

/** Outside diameters of taper pipe threads, in: ASME B1.20.1 (from memory). */
const NPT_DIAMETER: Readonly<Record<NptSize, number>> = {
  '1/16': 0.3125,
  '1/8': 0.405,
  '1/4': 0.54,
  '3/8': 0.675,
  '1/2': 0.84,
  '3/4': 1.05,
};

/** "9/16" and "1-5/16" in inches. */
const inches = (text: string): number =>
  text.split('-').reduce((sum, part) => {
    const [over, under = '1'] = part.split('/');
    return sum + Number(over) / Number(under);
  }, 0);

/** Diameter and pitch of a face's thread; undefined where it has none. */
function threadSize({ family, size, thread }: Face): ThreadSize | undefined {
  if (thread === undefined) return undefined;
  if (family === 'npt')
    return {
      diameter: NPT_DIAMETER[size as NptSize] * INCH_MM,
      pitch: INCH_MM / NPT_PITCH[size as NptSize],
    };
  if (family === 'metric') {
    const [diameter, pitch] = thread.slice(1).split('×').map(Number);
    return { diameter: diameter!, pitch: pitch! };
  }
  // "1-5/16-12": the last figure counts threads an inch.
  const cut = thread.lastIndexOf('-');
  return { diameter: inches(thread.slice(0, cut)) * INCH_MM, pitch: INCH_MM / Number(thread.slice(cut + 1)) };
}

/** Threads closer than this cannot be distinguished by hand and eye: they start, then bind. mm; our estimate. */
const ALIKE_DIAMETER = 1;
const ALIKE_PITCH = 0.2;

/** How two threads that are not one but look it differ; undefined where they are one, or plainly two. */
export function lookAlike(a: FaceId, b: FaceId): string | undefined {
  const [x, y] = [FACES[a], FACES[b]];
  const [one, other] = [threadSize(x), threadSize(y)];
  if (!one || !other || x.thread === y.thread) return undefined;
  const near =
    Math.abs(one.diameter - other.diameter) <= ALIKE_DIAMETER &&
    Math.abs(one.pitch - other.pitch) <= ALIKE_PITCH;
  const said = ({ thread }: Face, { diameter, pitch }: ThreadSize): string =>
    `${thread} is ${diameter.toFixed(2)} mm at ${pitch.toFixed(2)} mm pitch`;
  return near ? `the threads look alike: ${said(x, one)}, ${said(y, other)}` : undefined;
}

import { lookAlike } from '../../kinds/ports/threads.ts';
import { FACES, faceName, faceSize, type Face, type FaceId, type Family } from '../../kinds/ports/faces.ts';

/** Why two faces do not go together. */
export type Mismatch =
  | 'SAME_GENDER'
  | 'UNLIKE_THREAD'
  | 'LOOK_ALIKE'
  | 'NO_SEAT'
  | 'TAPER_IN_STRAIGHT'
  | 'QUICK_SIZE'
  | 'BARE_HOSE'
  | 'UNLIKE';

export type Mated =
  | { readonly ok: true; readonly joint: JointKind }
  | { readonly ok: false; readonly code: Mismatch; readonly reason: string };

/** How a joint seals. */
export type JointKind = 'cone' | 'o-ring' | 'taper' | 'washer' | 'clamp' | 'snap' | 'flange' | 'in-tank';

const SEALS: Readonly<Partial<Record<Family, JointKind>>> = {
  flare: 'cone',
  orb: 'o-ring',
  npt: 'taper',
  metric: 'washer',
  quick: 'snap',
  flange: 'flange',
  'in-tank': 'in-tank',
};

/** How a family seals against its own kind; nothing: only on something else. */
export const sealOf = (family: Family): JointKind | undefined => SEALS[family];

const no = (code: Mismatch, reason: string): Mated => ({ ok: false, code, reason });

/**
 * Quick connectors by the spigot they close on: 5/16 in and 8 mm tube are one (7.89 mm); 3/8 in (9.49) and 10 mm (9.89) are
 * two that do not interchange.
 */
const SPIGOT_MM: Readonly<Record<string, number>> = { '5/16': 7.89, '3/8': 9.49, '10 mm': 9.89, '1/2': 12.6 };

/**
 * Whether two faces can be joined with nothing between them, how that joint seals, and otherwise why not.
 * @param a one face
 * @param b the other; the order does not matter
 * @returns the kind of joint, or the reason
 * Validity: faces of the table.
 * @throws nothing
 * @source SAE J514, J1926, J2044, ASME B1.20.1 (from memory); common practice
 * @example mate('orb-8-f', 'orb-8-m').ok // => true
 */
export function mate(a: FaceId, b: FaceId): Mated {
  const [x, y] = [FACES[a], FACES[b]];
  return x.family === y.family ? alike(a, x, b, y) : unlike(a, x, b, y);
}

function alike(a: FaceId, x: Face, b: FaceId, y: Face): Mated {
  if (x.family === 'in-tank' || x.family === 'flange') return { ok: true, joint: x.family };
  if (x.family === 'barb' || x.family === 'hose')
    return no('UNLIKE', `two ends of ${faceSize(a)} need a piece of the other between them`);
  if (x.gender === y.gender) return sameGender(a, b, 'a union');
  if (x.size !== y.size)
    return x.family === 'quick'
      ? no(
          'QUICK_SIZE',
          `${faceSize(a)} closes on a ${SPIGOT_MM[x.size]} mm spigot, ${faceSize(b)} on ${SPIGOT_MM[y.size]} mm: the one leaks or will not latch on the other`,
        )
      : unlikeThread(a, b);
  return { ok: true, joint: SEALS[x.family]! };
}

const sameGender = (a: FaceId, b: FaceId, between: string): Mated =>
  no('SAME_GENDER', `both are ${FACES[a].gender} (${faceSize(a)}, ${faceSize(b)}): ${between} goes between`);

const and = (more: string | undefined): string => (more ? `; ${more}` : '');

/** What happens to two threads that start on each other. */
const STRIPS = 'it starts by hand, then strips or leaks';

function unlikeThread(a: FaceId, b: FaceId): Mated {
  const alike = lookAlike(a, b);
  return alike
    ? no('LOOK_ALIKE', `${alike}: ${STRIPS}`)
    : no('UNLIKE_THREAD', `${faceSize(a)} is ${FACES[a].thread}, ${faceSize(b)} is ${FACES[b].thread}`);
}

function unlike(a: FaceId, x: Face, b: FaceId, y: Face): Mated {
  const pair = new Set<Family>([x.family, y.family]);
  const are = (one: Family, other: Family) => pair.has(one) && pair.has(other);
  if (are('barb', 'hose'))
    return x.size === y.size
      ? { ok: true, joint: 'clamp' }
      : no('UNLIKE_THREAD', `${faceSize(a)} and ${faceSize(b)} are not one size`);
  if (pair.has('hose'))
    return no('BARE_HOSE', `a bare ${faceSize(x.family === 'hose' ? a : b)} goes only on a barb`);
  // One thread a size, two ways to seal: the one that screws in and leaks.
  if (are('flare', 'orb') && x.thread === y.thread && x.gender !== y.gender)
    return no(
      'NO_SEAT',
      `the thread is the same, ${x.thread}, but a flare seals on its cone and a boss has none: an adapter with an O-ring goes between`,
    );
  if (pair.has('npt') && (pair.has('orb') || pair.has('flare') || pair.has('metric')))
    return no(
      'TAPER_IN_STRAIGHT',
      `${faceSize(x.family === 'npt' ? a : b)} is a taper thread: in the straight thread of ${faceSize(x.family === 'npt' ? b : a)} it wedges, cracks the port and leaks${and(lookAlike(a, b))}`,
    );
  if (x.thread !== undefined && y.thread !== undefined)
    return x.gender === y.gender ? sameGender(a, b, 'an adapter') : unlikeThread(a, b);
  return no('UNLIKE', `${faceName(a)} and ${faceName(b)} do not go together`);
}

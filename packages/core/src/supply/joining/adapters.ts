import { FACE_IDS, faceName, type FaceId } from '../../kinds/ports/faces.ts';
import { ELBOW_FITTINGS, FITTINGS, type Fitting } from './fittings.ts';
import { mate } from './mating.ts';

/** Fittings in a row from one face to another, each turned the way it goes in. */
export interface Chain {
  readonly fittings: readonly Fitting[];
  /** Faces along it, from the first face to the last: pairs at 0–1, 2–3 … meet. */
  readonly faces: readonly FaceId[];
  /** Loss coefficients added up, each on its own bore, typical. */
  readonly k: number;
}

export type AdapterSearch =
  { readonly ok: true; readonly chains: readonly Chain[] } | { readonly ok: false; readonly reason: string };

/** More parts in a row than this nobody fits: another port is chosen. */
const LONGEST = 4;
/** The best row and its alternatives. */
const WAYS = 3;

interface Step {
  readonly fitting: Fitting;
  readonly enters: FaceId;
  readonly leaves: FaceId;
}

type Steps = ReadonlyMap<FaceId, readonly Step[]>;

/** What can be put on a face. */
const stepsOf = (catalog: readonly Fitting[]): Steps =>
  new Map(
    FACE_IDS.map((face) => [
      face,
      catalog.flatMap((fitting): Step[] =>
        [
          { fitting, enters: fitting.a, leaves: fitting.b },
          ...(fitting.a === fitting.b ? [] : [{ fitting, enters: fitting.b, leaves: fitting.a }]),
        ].filter((s) => mate(face, s.enters).ok),
      ),
    ]),
  );

/** Worked out once; with elbows only where a corner is asked for. */
const STRAIGHT = stepsOf(FITTINGS);
let turning: Steps | undefined;
const stepsFor = (turn: number): Steps =>
  turn === 0 ? STRAIGHT : (turning ??= stepsOf([...FITTINGS, ...ELBOW_FITTINGS]));

/**
 * The shortest rows of adapters that join two faces: fewest parts first, then the least loss.
 * @param from one face
 * @param to the other
 * @param turn how far the row turns in all, °: 0, 45, 90, 135 or 180
 * @returns rows, the best first (none in it where the faces meet by themselves), or why there is none
 * Validity: faces of the table.
 * @throws nothing
 * @source breadth-first search over the generic catalog
 * @example adaptersBetween('orb-8-f', 'flare-8-f').chains[0].fittings[0].name // => 'Adapter, -8 O-ring boss to -8 flare'
 */
export function adaptersBetween(from: FaceId, to: FaceId, turn = 0): AdapterSearch {
  const key = `${from} ${turn}`;
  const known = FOUND.get(key) ?? new Map<FaceId, AdapterSearch>();
  FOUND.set(key, known);
  const found = known.get(to) ?? search(from, to, turn);
  known.set(to, found);
  return found;
}

/** Every judged plan asks for the same few pairs again; the catalog does not change. */
const FOUND = new Map<string, Map<FaceId, AdapterSearch>>();

function search(from: FaceId, to: FaceId, turn: number): AdapterSearch {
  if (turn === 0 && mate(from, to).ok)
    return { ok: true, chains: [{ fittings: [], faces: [from, to], k: 0 }] };
  const steps = stepsFor(turn);
  const left = distances(to, steps);
  const found: Chain[] = [];
  // One part more than the fewest is still an alternative worth showing.
  for (let length = left.get(from) ?? Infinity; length <= LONGEST && found.length < WAYS; length++)
    found.push(
      ...rows(from, to, length, turn, { steps, left })
        .sort((a, b) => a.k - b.k)
        .slice(0, WAYS - found.length),
    );
  if (found.length > 0) return { ok: true, chains: found };
  const round = turn === 0 ? '' : ` round ${turn}°`;
  return {
    ok: false,
    reason: `nothing joins these: no ${LONGEST} adapters in a row lead from ${faceName(from)} to ${faceName(to)}${round}`,
  };
}

/** How many fittings each face is away from the goal. */
function distances(to: FaceId, steps: Steps): Map<FaceId, number> {
  const known = new Map<FaceId, number>();
  let edge = FACE_IDS.filter((f) => mate(f, to).ok);
  for (const f of edge) known.set(f, 0);
  for (let n = 1; edge.length > 0 && n <= LONGEST; n++) {
    const reached = new Set(edge);
    edge = FACE_IDS.filter((f) => !known.has(f) && steps.get(f)!.some((s) => reached.has(s.leaves)));
    for (const f of edge) known.set(f, n);
  }
  return known;
}

interface Known {
  readonly steps: Steps;
  readonly left: ReadonlyMap<FaceId, number>;
}

/**
 * Every row of just so many fittings that turns just so far. Between two elbows no face is left open twice, so none goes back on
 * itself.
 * @param behind faces left open since the last elbow
 * @param placed fittings in the row so far
 */
function rows(
  from: FaceId,
  to: FaceId,
  length: number,
  turn: number,
  known: Known,
  behind: readonly FaceId[] = [],
  placed = 0,
): Chain[] {
  if (length === 0) return turn === 0 && mate(from, to).ok ? [{ fittings: [], faces: [from, to], k: 0 }] : [];
  // A flange a fitting leaves is for the part at the end: two fittings are not bolted face to face.
  if (from === 'flange' && placed > 0) return [];
  const open = [...behind, from];
  return known.steps
    .get(from)!
    .filter(
      (s) =>
        s.fitting.turn <= turn &&
        (s.fitting.turn > 0 || !open.includes(s.leaves)) &&
        (known.left.get(s.leaves) ?? Infinity) <= length - 1,
    )
    .flatMap((s) =>
      rows(
        s.leaves,
        to,
        length - 1,
        turn - s.fitting.turn,
        known,
        s.fitting.turn > 0 ? [] : open,
        placed + 1,
      ).map((rest) => ({
        fittings: [s.fitting, ...rest.fittings],
        faces: [from, s.enters, ...rest.faces],
        k: s.fitting.k + rest.k,
      })),
    );
}

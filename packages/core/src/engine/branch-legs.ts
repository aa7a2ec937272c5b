import type { JobDocument, Path, PlumbingElement } from '../document/job-document.ts';
import type { LegLoss } from '../flow/branch-losses.ts';
import { junctionKind } from '../kinds/index.ts';
import { runBore } from '../kinds/plumbing/run/geometry.ts';

/** One leg of a tee or Y, and the lines whose flow it is a share of. */
export interface BranchLeg {
  /** The hose its loss is counted with. */
  readonly run: string;
  /** A part of each line on the side that carries all of the flow. */
  readonly all: readonly string[];
  readonly loss: LegLoss;
  /** m. */
  readonly bores: { readonly all: number; readonly leg: number };
}

/** Parts fuel passes between a branch fitting and its hose that change nothing of where the loss counts. */
const LETS_PASS: ReadonlySet<PlumbingElement['kind']> = new Set(['check-valve', 'component', 'filter']);

type Elements = Readonly<Record<string, PlumbingElement>>;
interface Line {
  /** Parts from the fitting on. */
  readonly row: readonly string[];
  readonly goesHome: boolean;
}

/** The legs of every tee and Y where three lines or more meet; none of a fitting that loses nothing, or whose leg has no hose. */
export function branchLegs(doc: JobDocument): BranchLeg[] {
  const { paths, elements, junctions } = doc.plumbing;
  return Object.entries(junctions).flatMap(([id, junction]): BranchLeg[] => {
    const meets = junctionKind(junction).meets(junction);
    if (meets.at !== 'branch') return [];
    const into = lines(Object.values(paths), (p) => p.to === id, elements, true);
    const outOf = lines(Object.values(paths), (p) => p.from === id, elements, false);
    if (into.length + outOf.length < 3 || into.length === 0 || outOf.length === 0) return [];
    const combines = into.length > 1 && outOf.length === 1;
    const [legs, whole] = combines ? [into, outOf] : [outOf, into];
    const losses = meets.losses[combines ? 'combining' : 'dividing'];
    const all = whole.flatMap(({ row }) => row.slice(0, 1));
    // What goes straight on comes first: what goes home turns off.
    return [...legs]
      .sort((a, b) => Number(a.goesHome) - Number(b.goesHome))
      .flatMap((leg, i): BranchLeg[] => {
        const run = nearestRun(leg, elements);
        if (run === undefined || all.length === 0) return [];
        const own = boreOf(run, elements);
        const main = nearestRun(whole[0]!, elements);
        const bores = { all: main === undefined ? own : boreOf(main, elements), leg: own };
        const loss = i === 0 ? losses.through : losses.side;
        const none = Object.values(loss).every((k) => k === 0);
        return none ? [] : [{ run, all, loss, bores }];
      });
  });
}

/** Lines that end at a fitting, or begin there, from the fitting on. */
function lines(
  paths: readonly Path[],
  meets: (p: Path) => boolean,
  elements: Elements,
  backward: boolean,
): Line[] {
  return paths.filter(meets).map((p) => {
    const order = p.order.filter((id) => elements[id]);
    return { row: backward ? order.toReversed() : order, goesHome: p.role === 'return' };
  });
}

const boreOf = (id: string, elements: Elements): number => {
  const run = elements[id];
  return run?.kind === 'run' ? runBore(run) : NaN;
};

function nearestRun({ row }: Line, elements: Elements): string | undefined {
  for (const id of row) {
    const kind = elements[id]?.kind;
    if (kind === 'run') return id;
    if (kind !== undefined && !LETS_PASS.has(kind)) return undefined;
  }
  return undefined;
}

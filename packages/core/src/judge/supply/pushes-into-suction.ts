import type { JobDocument } from '../../document/job-document.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule, type SettledState } from '../context.ts';
import { isOn, starves } from './pumps-at.ts';
import { TOLD } from './runs-back.ts';

export type PushesIntoSuction = Found<
  'PUSHES_INTO_SUCTION',
  {
    readonly state: StateName;
    /** The pumps that push, and those whose suction it is. */
    readonly pushers: readonly string[];
    readonly suckers: readonly string[];
  }
>;

/** Fuel that a pump pushes back to the tank through a suction line another pump draws by. */
export const pushesIntoSuctionRule: FindingRule<PushesIntoSuction> = (context) => {
  const { doc } = context;
  const { paths, junctions } = doc.plumbing;
  return Object.entries(paths).flatMap(([id, path]): PushesIntoSuction[] => {
    if (junctions[path.from]?.kind !== 'tank' || path.role === 'return') return [];
    if (pumpsOf(doc, id).length > 0) return [];
    const suckers = onward(doc, path.to).flatMap((p) => pumpsOf(doc, p));
    const pushers = Object.keys(paths).flatMap((p) => (paths[p]!.to === path.to ? pumpsOf(doc, p) : []));
    if (suckers.length === 0 || pushers.length === 0) return [];
    const worst = settled(context)
      .flatMap((s) => {
        const back = -(s.values.stations.findLast((x) => x.pathId === id)?.flow ?? 0);
        return back > TOLD && pushers.some((p) => runs(s, p)) ? [{ s, back }] : [];
      })
      .sort((a, b) => b.back - a.back)[0];
    if (!worst) return [];
    const { s, back } = worst;
    const name = (pump: string): string => doc.plumbing.elements[pump]!.name;
    return [
      {
        code: 'PUSHES_INTO_SUCTION',
        severity: starves(s) ? 'stop' : 'fix',
        stage: 'plumb',
        place: { of: 'path', id, name: path.name },
        stateId: s.state.id,
        dimension: 'flow',
        value: back,
        limit: 0,
        figures: {
          state: s.state,
          pushers: pushers.filter((p) => runs(s, p)).map(name),
          suckers: suckers.map(name),
        },
      },
    ];
  });
};

const pumpsOf = ({ plumbing: { elements, paths } }: JobDocument, path: string): string[] =>
  paths[path]!.order.filter((id) => elements[id]?.kind === 'pump');

/** Paths that leave a place where lines meet. */
const onward = ({ plumbing: { paths } }: JobDocument, from: string): string[] =>
  Object.keys(paths).filter((p) => paths[p]!.from === from && paths[p]!.role !== 'return');

const runs = ({ values }: SettledState, pump: string): boolean =>
  values.pumps.some((p) => p.id === pump && isOn(p));

import { faceName } from '../../kinds/ports/faces.ts';
import type { Found } from '../../outcome/finding.ts';
import { connectionsOf, type Connection } from '../../supply/joining/connections.ts';
import type { FindingRule } from '../context.ts';

interface PortFigures {
  /** The two parts, and what each offers to the other. */
  readonly from: string;
  readonly to: string;
  readonly offers: string;
  readonly wants: string;
  /** Fittings in a row between them; none where nothing leads across. */
  readonly fittings: readonly string[];
}
export type PortFound = Found<'PORT_UNMATED' | 'PORT_STACK', PortFigures>;

/** More adapters in a row than this: long, heavy, and a leak at each. */
const STACK = 2;

/** Does every port of the plan meet another, with few adapters between? */
export const portRule: FindingRule<PortFound> = ({ doc }) => connectionsOf(doc).flatMap(portFindings);

function portFindings(c: Connection): PortFound[] {
  const fittings = (c.chains[0]?.fittings ?? []).map((f) => f.name);
  const unmated = c.problem !== undefined;
  if (!unmated && fittings.length <= STACK) return [];
  // Where somebody named a port, since that can be taken back; else at the part.
  const sides = [c.to, c.from];
  const at = sides.find((s) => s.told) ?? sides.find((s) => s.of === 'part') ?? c.to;
  return [
    {
      code: unmated ? 'PORT_UNMATED' : 'PORT_STACK',
      severity: unmated ? 'fix' : 'note',
      stage: 'parts',
      place:
        at.of === 'part'
          ? { of: 'part', id: at.id, name: at.name }
          : { of: 'junction', id: at.id, name: at.name },
      dimension: 'count',
      value: unmated ? 0 : fittings.length,
      limit: unmated ? 1 : STACK,
      figures: {
        from: c.from.name,
        to: c.to.name,
        offers: faceName(c.from.face),
        wants: faceName(c.to.face),
        fittings,
      },
    },
  ];
}

import type { JobDocument } from '../../document/job-document.ts';
import { cutLength } from '../../kinds/plumbing/run/end-sizes.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import { faceName } from '../../kinds/ports/faces.ts';
import { connectionsOf, tankPortOf } from '../../supply/joining/connections.ts';
import { unmeasured } from './lines.ts';
import { partsOf, runsOf } from './plan-parts.ts';
import type { Draft } from './step.ts';

export function tankSteps(doc: JobDocument): Draft[] {
  const inside = partsOf(doc).filter((p) => p.inTank);
  const hoses = runsOf(doc).filter(([, e]) => e.zone === 'in-tank' && !e.existing);
  const connections = connectionsOf(doc).filter((c) => !c.kept);
  const walls = connections.filter((c) => c.wall !== null);
  const ports = connections.filter((c) => tankPortOf(doc, c) !== undefined);
  const vents = Object.entries(doc.plumbing.vents ?? {});
  const opens = inside.length + hoses.length + walls.length > 0;
  return [
    ...(opens || ports.length > 0
      ? [
          {
            id: 'tank-low',
            does: 'Fuel level run down, tank supported by jack and board',
            caution: 'fuel' as const,
            needs: ['safe'],
            makes: ['tank-held'],
          },
        ]
      : []),
    ...ports.map((c): Draft => ({
      id: `tank-port:${c.id}`,
      does: `${faceName(tankPortOf(doc, c)!)} of the tank: ${c.from.name} to ${c.to.name}`,
      how: 'Fuel stands behind it: open it only with the level below it. Thread clean and whole, no chips inside; tightened in its turn with the rest.',
      caution: 'fuel' as const,
      needs: ['tank-held'],
      makes: [`tank-port:${c.id}`],
    })),
    ...(opens
      ? [
          {
            id: 'tank-open',
            does: 'Clocking marked, hat open with a tool that makes no spark',
            needs: ['tank-held'],
            makes: ['tank-open'],
          },
        ]
      : []),
    ...hoses.map(([id, e]): Draft => ({
      id: `tank-hose:${id}`,
      does: `${e.name}: ${HOSE_KINDS[e.hose].name}, -${e.dash}`,
      how: 'Only hose that may lie in fuel; ends cut square, clamps of the kind that may lie in fuel.',
      figures: [{ label: 'Cut', dimension: 'tape', value: cutLength(e) }],
      ...unmeasured(e),
      needs: ['tank-open'],
      makes: [`line:${id}`],
    })),
    ...inside.map(({ id, e }): Draft => ({
      id: `tank-part:${id}`,
      does: `${e.name} in the tank`,
      how: 'Float and jet free, strainer off the floor by its foot, plugs made up under the hat before it closes.',
      needs: ['tank-open'],
      makes: [`part:${id}`],
    })),
    ...walls.map((c): Draft => ({
      id: `bulkhead:${c.id}`,
      does: `Bulkhead -${c.wall}, ${c.from.name} to ${c.to.name}`,
      how: 'Nut and two seals; deburr, no chips left inside.',
      needs: ['tank-open'],
      makes: [`bulkhead:${c.id}`],
    })),
    ...(opens
      ? [
          {
            id: 'tank-close',
            does: 'Stack height checked, new seal, hat closed to its mark',
            hold: 'tank' as const,
            needs: [
              'tank-open',
              ...inside.map((p) => `part:${p.id}`),
              ...hoses.map(([id]) => `line:${id}`),
              ...walls.map((c) => `bulkhead:${c.id}`),
            ],
            makes: ['tank-closed'],
          },
        ]
      : []),
    ...vents.map(([id, v]): Draft => ({
      id: `vent:${id}`,
      does: `${v.name}, -${v.dash}${v.rolloverValve ? ', with its rollover valve upright' : ''}`,
      how: 'Up from the tank without a low loop, out of the cabin, its end shielded.',
      needs: ['safe'],
      makes: [`vent:${id}`],
    })),
  ];
}

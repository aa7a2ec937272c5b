import type { JobDocument } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { elementPath } from '../../edit/paths.ts';
import { fittingMotor, pumpFaults } from '../../kinds/plumbing/pump/pump-faults.ts';
import { both, type FindingRule } from '../context.ts';

const broken = (
  code: string,
  place: Finding['place'],
  stage: Finding['stage'],
  title: string,
  text: string,
): Finding => ({
  code,
  severity: 'stop',
  stage,
  place,
  title,
  dimension: 'count',
  value: 0,
  limit: 1,
  why: { text, formula: 'the plan must form one closed circuit', source: 'common practice' },
  fixes: [],
});

/** Things missing or loose: told at the place, while the rest still computes. */
export const structureFindings: FindingRule = ({ doc, states }) => {
  const out: Finding[] = [];
  const { junctions, elements, paths } = doc.plumbing;
  const placed = new Map<string, number>();
  for (const [id, path] of Object.entries(paths)) {
    const place = { id, name: path.name };
    for (const end of [path.from, path.to]) {
      if (!junctions[end])
        out.push(
          broken(
            'OPEN_PATH',
            place,
            'plumb',
            `${path.name} ends in the air.`,
            `There is no "${end}" to join it to.`,
          ),
        );
    }
    if (path.order.length === 0)
      out.push(
        broken('EMPTY_PATH', place, 'plumb', `${path.name} has nothing in it.`, 'Add a run or a component.'),
      );
    for (const e of path.order) {
      if (elements[e]) placed.set(e, (placed.get(e) ?? 0) + 1);
      else
        out.push(
          broken(
            'MISSING_PART',
            place,
            'plumb',
            `${path.name} names a part that is not there.`,
            `Part "${e}" is missing.`,
          ),
        );
    }
  }
  for (const [id, e] of Object.entries(elements)) {
    const times = placed.get(id) ?? 0;
    if (times !== 1) {
      const title = times === 0 ? `${e.name} is not connected.` : `${e.name} is in ${times} places at once.`;
      out.push(
        broken('UNCONNECTED', { id, name: e.name }, 'plumb', title, 'Each part belongs in exactly one path.'),
      );
    }
  }
  const kinds = Object.values(elements).map((e) => e.kind);
  const system = { id: 'plumbing', name: 'Plumbing' };
  const factory = Object.values(junctions).some((j) => j.kind === 'factory');
  if (!kinds.includes('pump') && !factory)
    out.push(broken('NO_PUMP', system, 'plumb', 'The loop has no pump.', 'Nothing moves the fuel.'));
  if (!factory && !kinds.includes('bypass-regulator') && !kinds.includes('blocking-regulator')) {
    out.push(
      broken(
        'NO_REGULATOR',
        system,
        'plumb',
        'The system has no regulator.',
        'Nothing sets the rail pressure.',
      ),
    );
  }
  for (const [id, e] of Object.entries(elements)) {
    if (e.kind !== 'pump') continue;
    const circuit = Object.entries(doc.wiring.circuits).find(([, c]) => c.loadId === id);
    const place = circuit ? { id: circuit[0], name: circuit[1].name } : { id, name: e.name };
    if (!circuit || circuit[1].feed.length === 0) {
      out.push(
        broken(
          'NO_CIRCUIT',
          place,
          'wire',
          `${e.name} has no feed.`,
          'It is computed as if it got the full supply volts.',
        ),
      );
    } else if (circuit[1].ground.length === 0) {
      out.push(
        broken(
          'NO_GROUND',
          place,
          'wire',
          `${e.name} has no ground.`,
          'No current flows without a way back; computed as if it had one.',
        ),
      );
    }
  }
  const rail = Object.values(junctions).some((j) => j.kind === 'rail');
  if (!rail)
    out.push(
      broken('NO_RAIL', system, 'plumb', 'The plan has no rail.', 'Nothing is fed: add a branch to a rail.'),
    );
  const unusable = unusablePumps(doc);
  out.push(...unusable);
  for (const s of states) {
    if (s.converged || !rail || unusable.length > 0) continue;
    const title = `No steady state found at ${s.state.label.toLowerCase()}.`;
    out.push({
      ...broken(
        'NOT_CONVERGED',
        { id: s.state.id, name: s.state.label },
        'plumb',
        title,
        `${s.reason}; worst at "${s.worstNode}".`,
      ),
      stateId: s.state.id,
    });
  }
  return out;
};

/** A pump no law can use: stored by an earlier version, or read from a file the checker has not seen. */
export const unusablePumps = (doc: JobDocument): Finding[] =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]): Finding[] => {
    if (e.kind !== 'pump') return [];
    const [fault] = pumpFaults(e);
    if (!fault) return [];
    const usual = fittingMotor(e);
    const mends = pumpFaults({ ...e, ...usual }).length === 0;
    return [
      {
        ...broken(
          'PUMP_UNUSABLE',
          { id, name: e.name },
          'plumb',
          `${e.name} cannot be computed: ${fault.message}.`,
          '',
        ),
        why: {
          text: `Nothing in the plan can be solved with it. Allowed: ${fault.limit}. ${sentence(fault.remedy)}`,
          formula: 'volts = back EMF + armature × current; flow and pressure scale with speed and its square',
          source: 'permanent-magnet DC motor equations and affinity laws (standard texts)',
        },
        fixes: mends
          ? [
              {
                label: `Take the usual motor for this curve: ${both('resistance', usual.armatureOhms)}`,
                patch: (['armatureOhms', 'frictionAmps'] as const).map((field) => ({
                  op: 'replace' as const,
                  path: elementPath(id, field),
                  value: usual[field],
                })),
              },
            ]
          : [],
      },
    ];
  });

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

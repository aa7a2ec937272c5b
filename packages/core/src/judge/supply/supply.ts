import { HOSE_KINDS, sizesOf } from '../../kinds/plumbing/run/hoses.ts';
import { PUMPS } from '../../kinds/plumbing/pump/generic-pumps.ts';
import { elementPath, withElement } from '../../edit/paths.ts';
import { swapPump } from '../../kinds/plumbing/pump/shape.ts';
import type { JobDocument, PlumbingElement } from '../../document/job-document.ts';
import type { Finding, FindingFix } from '../../outcome/finding.ts';
import { CoupledSolver } from '../../engine/engine.ts';
import type { OperatingState } from '../../engine/states.ts';
import { SUCTION_LIMITS } from '../limits.ts';
import { suctionFixes } from './suction-fixes.ts';
import { both, settled, type FindingRule, type SettledState } from '../context.ts';

/** Does the engine get its fuel, at pressure, without the pump boiling its inlet? */
export const supplyFindings: FindingRule = (context) => [
  ...margin(context),
  ...sag(context),
  ...suction(context),
  ...injectors(context),
  ...beyondCurve(context),
  ...primeHold(context),
];

const margin: FindingRule = ({ doc, tightest }) => {
  const m = tightest?.values?.margin;
  if (!tightest?.values || m === null || m === undefined || m >= doc.brief.designMargin) return [];
  const { state, values } = tightest;
  const available = values.available ?? 0;
  return [
    {
      code: 'SUPPLY_SHORT',
      severity: m < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { id: 'plumbing', name: 'Supply' },
      stateId: state.id,
      title:
        m < 0
          ? `Not enough fuel at ${state.rpm.toFixed(0)} rpm: ${(-m * 100).toFixed(0)} % short.`
          : `Only ${(m * 100).toFixed(0)} % in hand at ${state.rpm.toFixed(0)} rpm; ${(doc.brief.designMargin * 100).toFixed(0)} % asked.`,
      dimension: 'fraction',
      value: m,
      limit: doc.brief.designMargin,
      why: {
        text: `At ${both('pressure', values.required)} the feed side delivers ${both('flow', available)}; the engine takes ${both('flow', state.draw)}.`,
        formula: `${both('flow', available)} ÷ ${both('flow', state.draw)} − 1 = ${(m * 100).toFixed(1)} %`,
        source: 'pump curve at the volts it gets, Darcy–Weisbach feed losses; 15 % margin is common practice',
      },
      fixes: supplyFixes(doc, state, doc.brief.designMargin),
    },
  ];
};

/** Feed one or more sizes up, then the smallest stock pump that does it. Each is solved before it is offered. */
function supplyFixes(doc: JobDocument, state: OperatingState, wanted: number): FindingFix[] {
  const enough = (candidate: JobDocument): boolean => {
    const best = new CoupledSolver(candidate).available(state);
    return best !== null && best.flow / state.draw - 1 >= wanted;
  };
  const fixes: FindingFix[] = [];
  const feed = Object.values(doc.plumbing.paths).flatMap((p) => (p.role === 'feed' ? p.order : []));
  for (const id of feed) {
    const e = doc.plumbing.elements[id];
    if (e?.kind !== 'run') continue;
    const dash = sizesOf(HOSE_KINDS[e.hose]).find(
      (d) => d > e.dash && enough(withElement(doc, id, { ...e, dash: d })),
    );
    if (dash)
      fixes.push({
        label: `Make ${e.name.toLowerCase()} -${dash}`,
        patch: [{ op: 'replace', path: elementPath(id, 'dash'), value: dash }],
      });
  }
  for (const id of feed) {
    const e = doc.plumbing.elements[id];
    if (e?.kind !== 'pump') continue;
    const part = Object.values(PUMPS).find(
      (p) => p.id !== e.catalogueId && enough(withElement(doc, id, swapPump(e, p.id as keyof typeof PUMPS))),
    );
    if (!part) continue;
    fixes.push({
      label: `Fit ${part.name}`,
      patch: [
        {
          op: 'replace',
          path: `/plumbing/elements/${id}`,
          value: swapPump(e, part.id as keyof typeof PUMPS),
        },
      ],
    });
  }
  return fixes;
}

/** Bypass shut and rail below what the regulator would hold: pressure is really lost, not just droop. */
const sag: FindingRule = (context) => {
  const { junctions } = context.doc.plumbing;
  // A factory supply within its capacity holds its own pressure; what its line loses is its maker's business.
  const holds = (s: SettledState): boolean =>
    Object.entries(junctions).some(
      ([id, j]) => j.kind === 'factory' && (s.values.balance.out[id] ?? 0) < 0.999 * j.capacityM3s,
    );
  const low = settled(context)
    .filter((s) => s.state.pumpsOn && s.values.regulator?.valve === 'closed' && s.state.draw > 0 && !holds(s))
    .map((s) => ({ s, short: s.values.required - s.values.railGauge }))
    .filter(({ short }) => short > 0)
    .sort((a, b) => b.short - a.short)[0];
  if (!low) return [];
  const { s, short } = low;
  return [
    {
      code: 'RAIL_SAG',
      severity: 'stop',
      stage: 'plumb',
      place: { id: 'rail', name: 'Rail' },
      stateId: s.state.id,
      title: `Rail pressure falls ${both('pressure', short)} below set at ${s.state.label.toLowerCase()}.`,
      dimension: 'pressure',
      value: s.values.railGauge,
      limit: s.values.required,
      why: {
        text: 'The bypass is shut: the engine takes all the pump delivers, and the mixture goes lean.',
        formula: `${both('pressure', s.values.railGauge)} against ${both('pressure', s.values.required)}`,
        source: 'joint solve of plumbing and wiring',
      },
      fixes: [],
    },
  ];
};

const suction: FindingRule = (context) => {
  const worst = settled(context)
    .filter((s) => s.state.pumpsOn)
    .flatMap((s) => s.values.pumps.map((p) => ({ s, p })))
    .sort((a, b) => a.p.suctionMargin - b.p.suctionMargin)[0];
  if (!worst || worst.p.suctionMargin >= SUCTION_LIMITS.note) return [];
  const { s, p } = worst;
  const stop = p.suctionMargin < SUCTION_LIMITS.stop;
  return [
    {
      code: 'SUCTION_VAPOR',
      severity: stop ? 'stop' : 'note',
      stage: 'plumb',
      place: { id: p.id, name: p.name },
      stateId: s.state.id,
      title: `${p.name} has ${both('pressure', p.suctionMargin)} over vapor at its inlet.`,
      dimension: 'pressure',
      value: p.suctionMargin,
      limit: stop ? SUCTION_LIMITS.stop : SUCTION_LIMITS.note,
      why: {
        text:
          'Below the fuel’s vapor pressure the pump draws vapor and its flow collapses. Larger or shorter suction, a cleaner strainer, a lower pump or cooler fuel helps.' +
          (p.inletK - context.doc.brief.fuelK > 2
            ? ` The fuel reaches it at ${both('temperature', p.inletK)}: it goes round and takes up the pump’s heat.`
            : ''),
        formula: `P_inlet ${both('pressure', p.inlet)} − P_vapor ${both('pressure', p.vapourPressure)} at ${both('temperature', p.inletK)} = ${both('pressure', p.suctionMargin)} (absolute pressures)`,
        source: 'AP-42 chapter 7 form for vapor pressure; limits are common practice',
      },
      fixes: suctionFixes(context.doc, s.state, p.id),
    },
  ];
};

const injectors: FindingRule = (context) => {
  const out: Finding[] = [];
  const { injectors: set } = context.doc.brief;
  const place = { id: 'injectors', name: 'Injectors' };
  const pull = settled(context).filter((s) => s.state.kind === 'pull');
  const busiest = [...pull].sort((a, b) => b.values.injectorDuty - a.values.injectorDuty)[0];
  if (busiest && busiest.values.injectorDuty > set.dutyLimit) {
    const duty = busiest.values.injectorDuty;
    out.push({
      code: 'INJECTOR_DUTY',
      severity: duty > 1 ? 'stop' : 'fix',
      stage: 'brief',
      place,
      stateId: busiest.state.id,
      title: `Injectors are open ${(duty * 100).toFixed(0)} % of the time at ${busiest.state.rpm.toFixed(0)} rpm.`,
      dimension: 'fraction',
      value: duty,
      limit: set.dutyLimit,
      why: {
        text: 'Above the limit they no longer meter; above 100 % the engine runs lean whatever the pump does.',
        formula: `(${both('flow', busiest.state.draw)} ÷ ${set.count}) ÷ (${both('injectorFlow', set.staticFlowM3s)} × √(${both('pressure', busiest.values.railDifferential)} ÷ ${both('pressure', set.ratedPa)})) = ${(duty * 100).toFixed(0)} %`,
        source: 'orifice law; 85 % duty is common practice',
      },
      fixes: [],
    });
  }
  const highest = settled(context).sort((a, b) => b.values.railDifferential - a.values.railDifferential)[0];
  if (highest && highest.values.railDifferential > set.maxDifferentialPa) {
    out.push({
      code: 'INJECTOR_PRESSURE',
      severity: 'stop',
      stage: 'brief',
      place,
      stateId: highest.state.id,
      title: `Injectors see ${both('pressure', highest.values.railDifferential)} at ${highest.state.label.toLowerCase()} and may not open.`,
      dimension: 'pressure',
      value: highest.values.railDifferential,
      limit: set.maxDifferentialPa,
      why: {
        text: 'An injector cannot lift its needle against more than its maker’s greatest pressure.',
        formula: `${both('pressure', highest.values.railDifferential)} against ${both('pressure', set.maxDifferentialPa)}`,
        source: 'maker’s figure as entered in the brief',
      },
      fixes: [],
    });
  }
  return out;
};

const beyondCurve: FindingRule = (context) => {
  const seen = settled(context)
    .filter((s) => s.state.pumpsOn)
    .flatMap((s) => s.values.pumps.filter((p) => p.beyondCurve).map((p) => ({ s, p })))[0];
  if (!seen) return [];
  return [
    {
      code: 'PUMP_BEYOND_CURVE',
      severity: 'note',
      stage: 'plumb',
      place: { id: seen.p.id, name: seen.p.name },
      stateId: seen.s.state.id,
      title: `${seen.p.name} is asked for more than its curve covers at ${seen.s.state.label.toLowerCase()}.`,
      dimension: 'pressure',
      value: seen.p.rise,
      limit: lastPressure(context.doc, seen.p.id),
      why: {
        text: 'Beyond the last point, or outside 8–15 V, the flow is a continuation of the curve, not a measurement.',
        formula: `${both('pressure', seen.p.rise)} at ${both('volts', seen.p.volts)}`,
        source: 'range of the curve entered',
      },
      fixes: [],
    },
  ];
};

const lastPressure = (doc: JobDocument, id: string): number => {
  const e = doc.plumbing.elements[id];
  return e?.kind === 'pump' ? (e.curve.pressures.at(-1) ?? 0) : 0;
};

/** Share of the base pressure that should be left right after shut-off. */
const PRIME_HOLD_SHARE = 0.5;

const primeHold: FindingRule = (context) => {
  const { doc } = context;
  const soak = settled(context).find((s) => s.state.kind === 'hot-soak');
  const limit = PRIME_HOLD_SHARE * doc.brief.basePressurePa;
  if (!soak || soak.values.railGauge >= limit) return [];
  const pumpPath = Object.entries(doc.plumbing.paths).find(([, p]) =>
    p.order.some((id) => doc.plumbing.elements[id]?.kind === 'pump'),
  );
  if (!pumpPath) return [];
  const [pathId, path] = pumpPath;
  const pumpId = path.order.find((id) => doc.plumbing.elements[id]?.kind === 'pump')!;
  const id = doc.plumbing.elements['check'] ? 'check-after-pump' : 'check';
  const at = path.order.indexOf(pumpId) + 1;
  const check: PlumbingElement = {
    kind: 'check-valve',
    name: 'Check valve',
    crackPa: 2000,
    k: 2.5,
    boreM: 0.0103,
  };
  return [
    {
      code: 'PRIME_NOT_HELD',
      severity: 'note',
      stage: 'plumb',
      place: { id: pumpId, name: doc.plumbing.elements[pumpId]!.name },
      stateId: soak.state.id,
      title: 'Pressure does not hold after shut-off.',
      dimension: 'pressure',
      value: soak.values.railGauge,
      limit,
      why: {
        text: 'Nothing stops the fuel running back through the stopped pump, so each start cranks until the line has filled. A check valve upstream of the regulator is harmless: the regulator relieves it.',
        formula: `${both('pressure', soak.values.railGauge)} left of ${both('pressure', doc.brief.basePressurePa)}`,
        source: 'common practice',
      },
      fixes: [
        {
          label: 'Add a check valve after the pump',
          patch: [
            { op: 'add', path: `/plumbing/elements/${id}`, value: check },
            {
              op: 'replace',
              path: `/plumbing/paths/${pathId}/order`,
              value: [...path.order.slice(0, at), id, ...path.order.slice(at)],
            },
          ],
        },
      ],
    },
  ];
};

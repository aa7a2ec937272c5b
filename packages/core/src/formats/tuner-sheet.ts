import type { PlanResult } from '../advise/plan-result.ts';
import { highPressurePumps } from '../document/consumers.ts';
import type { JobDocument } from '../document/job-document.ts';
import { ruleOf } from '../document/triggers.ts';
import { withinSentence } from '../quantities/text.ts';
import { sayRule } from '../say/rule.ts';
import { sayState } from '../say/state.ts';
import type { SheetSection, Write } from './sheet-section.ts';

/** The page for the tuner: fuel, sensors, what runs the pumps, and what the plan holds. */
export const tunerSheet = (doc: JobDocument, plan: PlanResult, q: Write): SheetSection[] => [
  tunerFuel(doc, q),
  tunerSensors(doc, q),
  tunerOutputs(doc, q),
  tunerLimits(doc, plan, q),
];

function tunerFuel({ brief }: JobDocument, q: Write): SheetSection {
  const { injectors, basePressurePa, fuel } = brief;
  const atBase = injectors.staticFlowM3s * Math.sqrt(basePressurePa / injectors.ratedPa);
  return {
    title: 'Fuel and injectors',
    lines: [
      `Ethanol ${Math.round(fuel.ethanol * 100)}%. Base pressure ${q('pressure', basePressurePa)}${brief.controllerBasePa === undefined ? '' : `; the controller now reckons with ${q('pressure', brief.controllerBasePa)}`}.`,
      `${injectors.count} injectors, each ${q('injectorFlow', atBase)} at base pressure (${q('injectorFlow', injectors.staticFlowM3s)} at ${q('pressure', injectors.ratedPa)}; flow goes with the root of the pressure).`,
      `Duty at most ${Math.round(injectors.dutyLimit * 100)}%. They open against ${q('pressure', injectors.maxDifferentialPa)} at most.`,
    ],
  };
}

function tunerSensors({ wiring }: JobDocument, q: Write): SheetSection {
  const rows = Object.values(wiring.loads ?? {}).flatMap((l) =>
    l.kind === 'sender'
      ? [
          [
            l.name,
            l.input ?? 'not said',
            `${l.lowV} V at ${q('pressure', l.lowPa)}`,
            `${l.highV} V at ${q('pressure', l.highPa)}`,
          ],
        ]
      : [],
  );
  return rows.length > 0
    ? { title: 'Sensors', table: { head: ['Sensor', 'Input', 'Low end', 'High end'], rows } }
    : { title: 'Sensors', lines: ['None in this plan.'] };
}

function tunerOutputs(doc: JobDocument, q: Write): SheetSection {
  const lines = Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'pump' ? [`${e.name}: ${sayRule(ruleOf(doc, id).rule, q)}.`] : [],
  );
  return { title: 'Pumps, and what runs them', lines };
}

function tunerLimits(doc: JobDocument, plan: PlanResult, q: Write): SheetSection {
  const { brief } = doc;
  const direct = highPressurePumps(doc).length > 0;
  const tight = plan.states.find((s) => s.state.id === plan.tightest);
  const v = tight?.values;
  return {
    title: 'What it holds',
    lines: v
      ? [
          `Tightest at ${withinSentence(sayState(tight.state))}: delivers ${q('flow', v.available)} against ${q('flow', v.injectorFlow)}, ${q('fraction', v.margin)} to spare (${q('fraction', brief.designMargin)} wanted).`,
          `${direct ? 'Low side' : 'Rail'} there ${q('pressure', v.railGauge)} on the gauge, injector duty ${q('fraction', v.injectorDuty)}.`,
          direct
            ? `Lift when the low side falls below ${q('pressure', v.least)}, or lambda goes lean.`
            : 'Lift when fuel pressure less boost falls below base, or lambda goes lean.',
        ]
      : ['The plan has no pull that settles.'],
  };
}

import type { JobDocument, PumpTrigger } from '../../document/job-document.ts';
import { moveThreshold, ruleOf, setRule, stagingThreshold } from '../../document/triggers.ts';
import { elementPath } from '../../edit/paths.ts';
import type { MapNeverFull } from '../../judge/supply/map-sensor.ts';
import type { SpeedLags } from '../../judge/supply/speed.ts';
import type { StagingLate } from '../../judge/supply/staging.ts';
import type { Fix } from '../../outcome/finding.ts';
import type { FixAction } from '../../outcome/fix.ts';
import { stagingAdvice } from '../../replay/staging.ts';
import type { Term } from '../../trigger/rule.ts';
import type { FixMaker } from './context.ts';
import { withWiring } from './wiring-follows.ts';

/** Full speed is asked for at this share of the boost where it ran short. */
const EARLY = 0.9;
/** Steps of volts a speed map is set in. */
const PER_VOLT = 20;

/** How far below its end a sender is asked for full speed, V: its own error. */
const MARGIN_V = 0.1;

export const speedFixes: FixMaker<SpeedLags> = ({ place, figures }, { doc }) => {
  const pump = doc.plumbing.elements[place.id];
  if (pump?.kind !== 'pump' || !pump.speed) return [];
  const map = pump.speed;
  const wanted = Math.max(map.sensorLowPa, figures.boost * EARLY);
  const volts =
    map.sensorLowV +
    ((wanted - map.sensorLowPa) / (map.sensorHighPa - map.sensorLowPa)) * (map.sensorHighV - map.sensorLowV);
  const fullV = Math.floor(volts * PER_VOLT) / PER_VOLT;
  if (fullV <= map.lowV + 1 / PER_VOLT || fullV >= map.fullV) return [];
  return [
    {
      does: { act: 'full-speed-at', volts: fullV },
      patch: [{ op: 'replace', path: elementPath(place.id, 'speed'), value: { ...map, fullV } }],
    },
  ];
};

/** Full speed within what the sender gives. */
export const neverFullFixes: FixMaker<MapNeverFull> = ({ place, value }, { doc }) => {
  const pump = doc.plumbing.elements[place.id];
  if (pump?.kind !== 'pump' || !pump.speed) return [];
  const fullV = Math.floor((value - MARGIN_V) * PER_VOLT) / PER_VOLT;
  if (fullV <= pump.speed.lowV + 1 / PER_VOLT) return [];
  return [
    {
      does: { act: 'full-speed-at', volts: fullV },
      patch: [{ op: 'replace', path: elementPath(place.id, 'speed'), value: { ...pump.speed, fullV } }],
    },
  ];
};

/** How far below a speed it comes in at a rule lets go again, rpm. */
const RPM_HYSTERESIS = 300;

/** Another threshold; where the rest of the rule holds the pump back, boost alone; where boost cannot tell, engine speed. */
export const stagingFixes: FixMaker<StagingLate> = ({ place, figures }, { doc }) => {
  const { rule } = ruleOf(doc, place.id);
  if (figures.blames === 'needed at cruise') {
    const patch = withWiring(doc, setRule(doc, { ...rule, any: [{ all: [] }] }));
    return patch ? [{ does: { act: 'run-with-key', name: place.name }, patch }] : [];
  }
  const advice = stagingAdvice(doc, place.id);
  const byBoost = figures.blames === 'threshold' || figures.blames === 'never reached';
  if (advice.set) {
    const { above, below } = advice.set;
    const threshold = stagingThreshold(doc, place.id);
    if (byBoost && threshold)
      return [
        { does: { act: 'come-in-at', pressure: above }, patch: moveThreshold(doc, threshold, above, below) },
      ];
    return ruled(
      doc,
      rule,
      { kind: 'boost', above, below, not: false },
      { act: 'boost-alone', pressure: above },
    );
  }
  if (advice.rpm === null) return [];
  const below = Math.max(0, advice.rpm - RPM_HYSTERESIS);
  return ruled(
    doc,
    rule,
    { kind: 'rpm', above: advice.rpm, below, not: false },
    { act: 'come-in-at-rpm', rpm: advice.rpm },
  );
};

function ruled(doc: JobDocument, rule: PumpTrigger, term: Term, does: FixAction): Fix[] {
  const patch = withWiring(doc, setRule(doc, { ...rule, any: [{ all: [term] }] }));
  return patch ? [{ does, patch }] : [];
}

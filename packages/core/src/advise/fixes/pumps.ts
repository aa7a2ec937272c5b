import { moveThreshold, stagingThreshold } from '../../document/triggers.ts';
import { elementPath } from '../../edit/paths.ts';
import type { SpeedLags } from '../../judge/supply/speed.ts';
import type { StagingLate } from '../../judge/supply/staging.ts';
import { stagingAdvice } from '../../replay/staging.ts';
import type { FixMaker } from './context.ts';

/** Full speed is asked for at this share of the boost where it ran short. */
const EARLY = 0.9;
/** Steps of volts a speed map is set in. */
const PER_VOLT = 20;

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

/** How far below a speed it comes in at a rule lets go again, rpm. */
const RPM_HYSTERESIS = 300;

export const stagingFixes: FixMaker<StagingLate> = ({ place, figures }, { doc }) => {
  const threshold = stagingThreshold(doc, place.id);
  if (!threshold || figures.heldBack) return [];
  const advice = stagingAdvice(doc, place.id);
  if (advice.set) {
    const { above, below } = advice.set;
    return [
      { does: { act: 'come-in-at', pressure: above }, patch: moveThreshold(doc, threshold, above, below) },
    ];
  }
  if (advice.rpm === null) return [];
  const { ruleId, clause, index } = threshold;
  const below = Math.max(0, advice.rpm - RPM_HYSTERESIS);
  return [
    {
      does: { act: 'come-in-at-rpm', rpm: advice.rpm },
      patch: [
        {
          op: 'replace',
          path: `/wiring/triggers/${ruleId}/any/${clause}/all/${index}`,
          value: { kind: 'rpm', above: advice.rpm, below, not: false },
        },
      ],
    },
  ];
};

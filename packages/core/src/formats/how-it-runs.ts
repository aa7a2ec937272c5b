import { fullSpeedAt } from '../demand/speed-map.ts';
import type { ElementOf, JobDocument } from '../document/job-document.ts';
import { hasFactorySupply } from '../document/feeding-pumps.ts';
import { rulesOf } from '../document/triggers.ts';
import { HALF_FULL } from '../engine/model.ts';
import { keepAtLeast } from '../judge/tanks/level.ts';
import { sayRule } from '../say/rule.ts';
import type { SheetSection, Write } from './sheet-section.ts';

/**
 * What runs, when and how fast, and what stays as it is: what is asked of a car years later, the same on page, print and PDF.
 * @param doc job document
 * @param q writes a figure in the reader's units
 * @returns a section
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source the plan
 * @example howItRuns(fullReturnJob('x'), () => '').title // => 'What runs it'
 */
export function howItRuns(doc: JobDocument, q: Write): SheetSection {
  const { elements, junctions } = doc.plumbing;
  const nameOf = (id: string): string => elements[id]?.name ?? doc.wiring.loads?.[id]?.name ?? id;
  const rules = Object.values(rulesOf(doc)).map((rule) => `${nameOf(rule.loadId)}: ${sayRule(rule, q)}.`);
  const speeds = Object.values(elements).flatMap((e) =>
    e.kind === 'pump' && e.speed ? [speedWords(e.name, e.speed, q)] : [],
  );
  const level = doc.brief.fuelLevel ?? HALF_FULL;
  const levels = Object.values(junctions).flatMap((j) => {
    if (j.kind !== 'tank' || j.depthM === undefined) return [];
    const { level: keep } = keepAtLeast({ ...j, depthM: j.depthM });
    return keep <= 1
      ? [`${j.name}: keep it at least ${q('fraction', Math.max(0, keep))} full in a pull.`]
      : [];
  });
  const vents = Object.values(elements).flatMap((e) =>
    e.kind === 'bypass-regulator' && !e.referenced
      ? [
          hasFactorySupply(doc)
            ? `${e.name}: its vent stays open to air, on purpose. No hose goes on it.`
            : `${e.name}: its port is open to air; it does not follow the manifold.`,
        ]
      : [],
  );
  return {
    title: 'What runs it',
    lines: [...rules, ...speeds, `Planned with the tank ${q('fraction', level)} full.`, ...levels, ...vents],
  };
}

function speedWords(name: string, map: NonNullable<ElementOf<'pump'>['speed']>, q: Write): string {
  const full = fullSpeedAt(map);
  return (
    `${name}, speed: ${q('fraction', map.lowSpeed)} up to ${q('volts', map.lowV)}, full from ${q('volts', map.fullV)}` +
    `${Number.isFinite(full) ? `, which is ${q('manifold', full)}` : ''}. ` +
    `Its sender gives ${q('volts', map.sensorLowV)} at ${q('manifold', map.sensorLowPa)} and ${q('volts', map.sensorHighV)} at ${q('manifold', map.sensorHighPa)}.`
  );
}

/** What is said under every record, on paper and on the page. */
export const RECORD_CAUTIONS: readonly string[] = [
  'Fuel under pressure: depressurize before opening. Check every joint after the first heat cycle, after two weeks, and at each service; look for chafing, heat and swelling.',
  'A fuse protects its wire: replace it only by the same rating.',
  'Local law, motorsport rulebooks, makers’ instructions and licensed trades take precedence over this sheet.',
];

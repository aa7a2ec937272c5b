import type { JobDocument, PumpTrigger } from '../../document/job-document.ts';
import { ruleOf, rulesOf } from '../../document/triggers.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import {
  driveLanes,
  driveMoments,
  standardDrive,
  type DriveMoment,
  type Lane,
  type Leg,
} from '../../replay/drive.ts';

/** After a crash and with the key off a pump stops within this, s. */
export const STOP_S = 0.5;

/** What the rules do along a drive through everything: start, idle, pull, stall, crash, key off. */
export interface Drive {
  readonly legs: readonly Leg[];
  readonly moments: readonly DriveMoment[];
  /** Of the pumps. */
  readonly lanes: readonly { readonly lane: Lane; readonly rule: PumpTrigger }[];
}

export function driven(doc: JobDocument): Drive {
  const legs = standardDrive();
  const moments = driveMoments(doc, legs);
  const lanes = driveLanes(rulesOf(doc), moments)
    .filter((l) => doc.plumbing.elements[l.loadId]?.kind === 'pump')
    .map((lane) => ({ lane, rule: ruleOf(doc, lane.loadId).rule }));
  return { legs, moments, lanes };
}

/** Seconds a lane is on where something holds, and moment by moment counted from where that began. */
export function secondsOn(
  lane: Lane,
  moments: readonly DriveMoment[],
  where: (m: DriveMoment) => boolean,
  grace: number,
): number {
  let since: number | undefined;
  let on = 0;
  moments.forEach((m, i) => {
    if (!where(m)) {
      since = undefined;
      return;
    }
    since ??= m.t;
    if (lane.steps[i]!.on && m.t - since > grace) on += (moments[i + 1]?.t ?? m.t) - m.t;
  });
  return on;
}

const placeOf = (doc: JobDocument, rule: PumpTrigger): Place => ({
  of: 'part',
  id: rule.loadId,
  name: doc.plumbing.elements[rule.loadId]?.name ?? rule.loadId,
});

/** A finding about a rule; its value is how long it shows, s. */
export const ruleFound = <C extends string, F>(
  doc: JobDocument,
  rule: PumpTrigger,
  code: C,
  severity: Found['severity'],
  seconds: number,
  figures: F,
): Found<C, F> => ({
  code,
  severity,
  stage: 'wire',
  place: placeOf(doc, rule),
  dimension: 'duration',
  value: seconds,
  limit: 0,
  figures,
});

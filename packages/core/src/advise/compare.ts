import type { JobDocument } from '../document/job-document.ts';
import { nearest } from '../fit/clearance.ts';
import { passings } from '../fit/passing.ts';
import { placeOf } from '../fit/places.ts';
import { cutLength } from '../kinds/plumbing/run/end-sizes.ts';
import { billOfMaterials, type BillGroup, type BillLine } from '../supply/bill.ts';
import { evaluatePlan } from './evaluate-plan.ts';
import { leastFed } from '../engine/least-fed.ts';
import type { PlanResult } from './plan-result.ts';
import { withinSentence } from '../quantities/text.ts';

/** A line of the parts list that is not the same in two plans. */
export interface BillChange {
  readonly group: BillGroup;
  readonly part: string;
  readonly unit: BillLine['unit'];
  readonly before: number;
  readonly after: number;
  /** Lines not measured yet, left out of the quantities. */
  readonly toMeasure: { readonly before: number; readonly after: number };
}

/** A figure of the answer, in both plans. */
export interface AnswerChange {
  readonly name: string;
  readonly dimension: 'flow' | 'pressure' | 'fraction' | 'volts' | 'amps' | 'count' | 'tape';
  /** SI; NaN where one of the plans has no such figure. */
  readonly before: number;
  readonly after: number;
}

export interface Comparison {
  readonly parts: readonly BillChange[];
  readonly answers: readonly AnswerChange[];
  /** What differs in the car, m: how far lines pass what they are nearest to, what is cut, how far sensors stand off the heat. */
  readonly inCar: readonly AnswerChange[];
}

/** Half a centimetre of hose is not a change. */
const SAME_LENGTH = 0.005;

/**
 * What changes between two plans: parts to order or give back, and the figures of the answer.
 * @param before one plan
 * @param after the other
 * @returns parts whose quantity differs (each or m), the answer's figures side by side, and what differs in the car, SI
 * Validity: two jobs the checker accepts; they need not be of one style.
 * @throws nothing
 * @source own rule
 * @example compareJobs(fullReturnJob('x'), fullReturnJob('x')).parts.length // => 0
 */
export function compareJobs(before: JobDocument, after: JobDocument): Comparison {
  return {
    parts: billChanges(billOfMaterials(before), billOfMaterials(after)),
    answers: answers(evaluatePlan(before), evaluatePlan(after)),
    inCar: inCar(before, after),
  };
}

/** Less than a tape shows is no change, m. */
const SAME_TAPE = 0.0005;

function inCar(before: JobDocument, after: JobDocument): AnswerChange[] {
  const [was, is] = [carFigures(before), carFigures(after)];
  return [...new Set([...is.keys(), ...was.keys()])].flatMap((name): AnswerChange[] => {
    const [a, b] = [was.get(name) ?? NaN, is.get(name) ?? NaN];
    return Math.abs(a - b) < SAME_TAPE ? [] : [{ name, dimension: 'tape', before: a, after: b }];
  });
}

/** What is measured in the car, by what it is called, m. */
function carFigures(doc: JobDocument): Map<string, number> {
  const keepOuts = Object.values(doc.routing?.keepOuts ?? {});
  const hot = keepOuts.filter((k) => k.is === 'hot');
  return new Map(
    Object.entries(doc.plumbing.elements).flatMap(([id, e]): [string, number][] => {
      if (e.kind === 'run') {
        const route = doc.routing?.lines[id];
        const near = route && passings(doc, e, route)[0];
        return [
          [`${e.name}, hose to cut`, cutLength(e)],
          ...(near
            ? [[`${e.name}, off ${withinSentence(near.name)}`, near.distance] as [string, number]]
            : []),
        ];
      }
      if (e.kind !== 'component' || e.what !== 'ethanol-sensor') return [];
      const at = placeOf(doc, id);
      const off = at
        ? hot.map((k): [string, number] => [
            `${e.name}, off ${withinSentence(k.name)}`,
            nearest(at, k).distance,
          ])
        : [];
      return [[`${e.name}, hose ahead of it`, hoseAhead(doc, id)], ...off];
    }),
  );
}

/** How far along its line a part sits, m: a shorter or longer hose moves it. */
function hoseAhead({ plumbing }: JobDocument, id: string): number {
  const order = Object.values(plumbing.paths).find((p) => p.order.includes(id))?.order ?? [];
  return order.slice(0, order.indexOf(id)).reduce((sum, other) => {
    const e = plumbing.elements[other];
    return e?.kind === 'run' ? sum + e.lengthM : sum;
  }, 0);
}

function billChanges(before: readonly BillLine[], after: readonly BillLine[]): BillChange[] {
  const key = (l: BillLine) => `${l.group}|${l.part}|${l.unit}`;
  const was = new Map(before.map((l) => [key(l), l]));
  const is = new Map(after.map((l) => [key(l), l]));
  return [...new Set([...is.keys(), ...was.keys()])].flatMap((k): BillChange[] => {
    const line = (is.get(k) ?? was.get(k))!;
    const a = was.get(k)?.quantity ?? 0;
    const b = is.get(k)?.quantity ?? 0;
    const toMeasure = { before: was.get(k)?.toMeasure ?? 0, after: is.get(k)?.toMeasure ?? 0 };
    if (Math.abs(a - b) < SAME_LENGTH && toMeasure.before === toMeasure.after) return [];
    return [{ group: line.group, part: line.part, unit: line.unit, before: a, after: b, toMeasure }];
  });
}

function answers(before: PlanResult, after: PlanResult): AnswerChange[] {
  const tight = (p: PlanResult) => p.states.find((s) => s.state.id === p.tightest)?.values;
  const hardest = (p: PlanResult) => {
    const values = tight(p);
    return values && leastFed(values);
  };
  const idle = (p: PlanResult) => p.states.find((s) => s.state.kind === 'idle')?.values;
  const figure = (
    name: string,
    dimension: AnswerChange['dimension'],
    of: (p: PlanResult) => number | null | undefined,
  ): AnswerChange => ({
    name,
    dimension,
    before: of(before) ?? NaN,
    after: of(after) ?? NaN,
  });
  return [
    figure('engine takes, tightest point', 'flow', (p) => tight(p)?.injectorFlow),
    figure('plan delivers there', 'flow', (p) => tight(p)?.available),
    figure('to spare', 'fraction', (p) => tight(p)?.margin),
    figure('rail at idle', 'pressure', (p) => idle(p)?.railGauge),
    figure('injector duty', 'fraction', (p) => tight(p)?.injectorDuty),
    figure('volts at the pump', 'volts', (p) => hardest(p)?.volts),
    figure('amps at the pump', 'amps', (p) => hardest(p)?.current),
    figure('stops', 'count', (p) => p.findings.filter((f) => f.severity === 'stop').length),
    figure('fixes', 'count', (p) => p.findings.filter((f) => f.severity === 'fix').length),
  ];
}

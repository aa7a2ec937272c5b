import { STATE_KINDS } from '../engine/states.ts';
import { flag, list, nullable, number, object, oneOf, optional, text, type Infer } from '../fields/shape.ts';
import type { JobDocument } from '../document/job-document.ts';
import { sayEnding } from '../say/ending.ts';
import { sayState } from '../say/state.ts';
import { evaluatePlan } from '../advise/evaluate-plan.ts';
import type { PlanResult } from '../advise/plan-result.ts';

const any = -1e12;
const big = 1e12;

const state = object({
  id: text(40, 1),
  kind: oneOf(STATE_KINDS),
  label: text(80, 1),
  converged: flag(),
  reason: text(400),
  rpm: number(0, 20_000, 'rpm'),
  railGaugePa: nullable(number(any, big, 'Pa gauge')),
  railDifferentialPa: nullable(number(any, big, 'Pa')),
  requiredGaugePa: nullable(number(any, big, 'Pa gauge')),
  pumpFlowM3s: nullable(number(any, big, 'm³/s')),
  bypassFlowM3s: nullable(number(any, big, 'm³/s')),
  injectorFlowM3s: nullable(number(any, big, 'm³/s')),
  margin: nullable(number(any, big, '')),
  pumps: list(
    object({
      id: text(40, 1),
      name: text(80, 1),
      volts: number(0, 40, 'V'),
      amps: number(0, 1000, 'A'),
      risePa: number(any, big, 'Pa'),
      flowM3s: number(any, big, 'm³/s'),
      suctionMarginPa: number(any, big, 'Pa'),
    }),
    0,
    60,
  ),
});

const finding = object({
  code: text(60, 1),
  severity: oneOf(['stop', 'fix', 'note']),
  stage: text(20, 1),
  place: object({
    of: oneOf([
      'part',
      'junction',
      'vent',
      'path',
      'piece',
      'circuit',
      'load',
      'device',
      'wire',
      'state',
      'subject',
    ]),
    id: text(124, 1),
    name: text(120, 1),
    within: optional(text(60, 1)),
  }),
  stateId: nullable(text(40)),
  title: text(400, 1),
  dimension: text(40, 1),
  value: number(any, big, 'SI'),
  limit: number(any, big, 'SI'),
  formula: text(2000),
  /** Figures of the part it rests on, with where each comes from. */
  grounds: text(2000),
  source: text(400),
  fixes: list(text(200), 0, 20),
});

const reportShape = object({
  format: oneOf(['venula-check']),
  version: oneOf([1]),
  job: text(120, 1),
  states: list(state, 0, 100),
  findings: list(finding, 0, 1000),
});

export type CheckReport = Infer<typeof reportShape>;

/**
 * What `venula check` prints: every operating state and every finding, SI, as plain JSON.
 * @param doc job document
 * @param plan its evaluation, when there already is one
 * @returns the report
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source docs/check.schema.json
 * @example checkReport(fullReturnJob('x')).format // => 'venula-check'
 */
export function checkReport(doc: JobDocument, plan: PlanResult = evaluatePlan(doc)): CheckReport {
  return {
    format: 'venula-check',
    version: 1,
    job: doc.title,
    states: plan.states.map(({ state: s, converged, ending, values }) => ({
      id: s.id,
      kind: s.kind,
      label: sayState(s),
      converged,
      reason: sayEnding(ending),
      rpm: s.rpm,
      railGaugePa: values?.railGauge ?? null,
      railDifferentialPa: values?.railDifferential ?? null,
      requiredGaugePa: values?.required ?? null,
      pumpFlowM3s: values?.pumpFlow ?? null,
      bypassFlowM3s: values?.bypassFlow ?? null,
      injectorFlowM3s: values?.injectorFlow ?? null,
      margin: values?.margin ?? null,
      pumps: (values?.pumps ?? []).map((p) => ({
        id: p.id,
        name: p.name,
        volts: p.volts,
        amps: p.current,
        risePa: p.rise,
        flowM3s: p.flow,
        suctionMarginPa: p.suctionMargin,
      })),
    })),
    findings: plan.findings.map((f) => ({
      code: f.code,
      severity: f.severity,
      stage: f.stage,
      place: f.place,
      stateId: f.stateId ?? null,
      title: f.title,
      dimension: f.dimension,
      value: f.value,
      limit: f.limit,
      formula: f.why.formula,
      grounds: f.why.grounds,
      source: f.why.source,
      fixes: f.fixes.map((x) => x.label),
    })),
  };
}

/**
 * The published JSON Schema of the check report.
 * @returns JSON Schema 2020-12
 * Validity: version 1 of the report.
 * @throws nothing
 * @source JSON Schema 2020-12
 * @example checkSchema().title // => 'Venula check report'
 */
export function checkSchema(): Record<string, unknown> {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Venula check report',
    ...reportShape.schema,
  };
}

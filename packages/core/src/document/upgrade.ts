import { JOB_FORMAT } from './job-document.ts';
import { boostRule } from './triggers.ts';

type Plain = Readonly<Record<string, unknown>>;

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Raises a job document written by an earlier version to the present one, step by step. What it does not know it leaves
 * for the reader to refuse.
 * @param value parsed JSON from a file or a database
 * @returns the same, or a copy in the present version
 * Validity: every format up to the present one.
 * @throws nothing
 * @source docs/job.schema.json; one step a version
 * @example upgradeJob({ format: 'venula-job', version: 1 }).version // => 2
 */
export function upgradeJob(value: unknown): unknown {
  if (!isPlain(value) || value['format'] !== JOB_FORMAT) return value;
  let job = value;
  for (let step = STEPS.get(job['version']); step; step = STEPS.get(job['version'])) job = step(job);
  return job;
}

/** Version 1 kept the boost a pump comes in at with the pump; since then it is a trigger rule. */
function rulesFromPumps(job: Plain): Plain {
  const raised = { ...job, version: 2 };
  const plumbing = job['plumbing'];
  const wiring = job['wiring'];
  if (!isPlain(plumbing) || !isPlain(plumbing['elements']) || !isPlain(wiring)) return raised;
  const triggers: Record<string, unknown> = { ...(isPlain(wiring['triggers']) ? wiring['triggers'] : {}) };
  const elements = Object.fromEntries(
    Object.entries(plumbing['elements']).map(([id, element]) => {
      if (!isPlain(element) || typeof element['onAboveBoostPa'] !== 'number') return [id, element];
      const { onAboveBoostPa, ...rest } = element;
      let n = 1;
      while (`rule-${n}` in triggers) n += 1;
      triggers[`rule-${n}`] = boostRule(id, Number(onAboveBoostPa));
      return [id, rest];
    }),
  );
  const staged = Object.keys(triggers).length > 0;
  return {
    ...raised,
    plumbing: { ...plumbing, elements },
    wiring: staged ? { ...wiring, triggers } : wiring,
  };
}

const STEPS: ReadonlyMap<unknown, (job: Plain) => Plain> = new Map([[1, rulesFromPumps]]);

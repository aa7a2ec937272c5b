import { inKeyOrder } from '../fields/key-order.ts';
import { isPlainObject } from '../fields/plain-object.ts';
import { checkShape } from '../fields/shape.ts';
import { withDistinctNames } from './distinct-names.ts';
import { JOB_FORMAT, jobShape } from './job-document.ts';
import { boostRule } from './triggers.ts';

type Plain = Readonly<Record<string, unknown>>;

/**
 * Raises a job document written by an earlier version to the present one, step by step. What it does not know it leaves
 * for the reader to refuse.
 * @param value parsed JSON from a file or a database
 * @returns the same, or a copy in the present version, its keys in order
 * Validity: every format up to the present one.
 * @throws nothing
 * @source docs/job.schema.json; one step a version
 * @example upgradeJob({ format: 'venula-job', version: 1 }).version // => 3
 */
export function upgradeJob(value: unknown): unknown {
  if (!isPlainObject(value) || value['format'] !== JOB_FORMAT) return value;
  let job = value;
  for (let step = STEPS.get(job['version']); step; step = STEPS.get(job['version'])) job = step(job);
  return named(inKeyOrder(job));
}

/** Parts that share a name get different names; anything that is not shaped like a job is left for the reader to refuse. */
function named(job: Plain): unknown {
  const shaped = checkShape(jobShape, job);
  return shaped.ok ? withDistinctNames(shaped.value) : job;
}

/** Version 1 kept the boost a pump comes in at with the pump; since then it is a trigger rule. */
function rulesFromPumps(job: Plain): Plain {
  const raised = { ...job, version: 2 };
  const plumbing = job['plumbing'];
  const wiring = job['wiring'];
  if (!isPlainObject(plumbing) || !isPlainObject(plumbing['elements']) || !isPlainObject(wiring))
    return raised;
  const triggers: Record<string, unknown> = {
    ...(isPlainObject(wiring['triggers']) ? wiring['triggers'] : {}),
  };
  const elements = Object.fromEntries(
    Object.entries(plumbing['elements']).map(([id, element]) => {
      if (!isPlainObject(element) || typeof element['onAboveBoostPa'] !== 'number') return [id, element];
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

/**
 * Version 2 wrote a terminal as "device.terminal", the piece a drawn part stands for as "circuit/piece", what works a switch
 * as "boost@35000&!panel:Pump", and kept whether the ethanol content is measured beside it.
 */
function typedPlaces(job: Plain): Plain {
  const raised = { ...job, version: 3, ...measuredEthanol(job['brief']) };
  const wiring = job['wiring'];
  if (!isPlainObject(wiring) || !isPlainObject(wiring['harness'])) return raised;
  const { devices, wires } = wiring['harness'];
  return {
    ...raised,
    wiring: {
      ...wiring,
      harness: {
        ...wiring['harness'],
        ...(isPlainObject(devices) ? { devices: each(devices, drawnPart) } : {}),
        ...(isPlainObject(wires) ? { wires: each(wires, drawnWire) } : {}),
      },
    },
  };
}

const each = (things: Plain, step: (thing: Plain) => Plain): Plain =>
  Object.fromEntries(Object.entries(things).map(([id, t]) => [id, isPlainObject(t) ? step(t) : t]));

const drawnPart = (d: Plain): Plain => ({
  ...d,
  ...('of' in d ? { of: split(d['of'], '/', 'circuitId', 'segmentId') } : {}),
  ...(typeof d['signal'] === 'string' ? { signal: signalsOf(d['signal']) } : {}),
});

const drawnWire = (w: Plain): Plain => ({
  ...w,
  from: split(w['from'], '.', 'device', 'terminal'),
  to: split(w['to'], '.', 'device', 'terminal'),
  ...('of' in w ? { of: split(w['of'], '/', 'circuitId', 'segmentId') } : {}),
});

/** Text that cannot be parted is left for the reader to refuse. */
function split(text: unknown, at: string, first: string, second: string): unknown {
  if (typeof text !== 'string' || !text.includes(at)) return text;
  const i = text.indexOf(at);
  return { [first]: text.slice(0, i), [second]: text.slice(i + 1) };
}

/** An "&" parts two signals only where another one begins: names may hold one. */
const NEXT_SIGNAL =
  /&(?=!?(?:boost@|throttle@|rpm@|oil-pressure@|engine-turning$|engine-turning&|starter$|starter&|panel:|ecu:))/;

const signalsOf = (text: string): Plain[] =>
  text.split(NEXT_SIGNAL).map((part) => {
    const not = part.startsWith('!');
    const key = not ? part.slice(1) : part;
    const level = /^(boost|throttle|rpm|oil-pressure)@(-?[\d.e+-]+)$/i.exec(key);
    if (level) return { kind: level[1], above: Number(level[2]), not };
    if (key === 'engine-turning' || key === 'starter') return { kind: key, not };
    const named = /^(panel|ecu):(.+)$/s.exec(key);
    // Anything else worked no rule: as a switch of that name it works none still.
    return named ? { kind: named[1], name: named[2], not } : { kind: 'panel', name: key, not };
  });

/** Whether it is measured is where the figure comes from. */
function measuredEthanol(brief: unknown): { readonly brief?: unknown } {
  if (!isPlainObject(brief) || !isPlainObject(brief['fuel'])) return {};
  const { ethanolMeasured, ...fuel } = brief['fuel'];
  const value = fuel['ethanol'];
  const ethanolFrom = { origin: 'measured', value };
  return {
    brief: { ...brief, fuel: ethanolMeasured === true ? { ...fuel, ethanolFrom } : fuel },
  };
}

const STEPS: ReadonlyMap<unknown, (job: Plain) => Plain> = new Map([
  [1, rulesFromPumps],
  [2, typedPlaces],
]);

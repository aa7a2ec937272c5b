import { SOURCE_DEFINITION } from '../fields/provenance.ts';
import { checkShape } from '../fields/shape.ts';
import {
  JOB_FORMAT,
  JOB_VERSION,
  jobShape,
  type JobDocument,
  type SpeedControl,
} from '../document/job-document.ts';
import { fail, ok, type InputError, type Result } from '../outcome/result.ts';
import { pumpFaults } from '../kinds/plumbing/pump/pump-faults.ts';
import { sayPumpFault } from '../say/pump-fault.ts';
import { wiringErrors } from './check-wiring.ts';
import { problem } from './problem.ts';
import { upgradeJob } from '../document/upgrade.ts';

/** A job file is a few kilobytes; nothing honest comes near this. */
export const JOB_FILE_LIMIT = 2_000_000;
const MAX_DEPTH = 24;

/**
 * Reads a job file: size, JSON, nesting, format and version, upgrade, shape, then what shapes cannot say.
 * @param source the file's text
 * @returns the document, or every error with its JSON Pointer, limit and remedy
 * Validity: files of every job format so far.
 * @throws nothing, whatever the text holds
 * @source RFC 8259; docs/job.schema.json
 * @example readJob('{}').ok // => false
 */
export function readJob(source: string): Result<JobDocument> {
  if (source.length > JOB_FILE_LIMIT) {
    return fail(
      problem(
        'TOO_LARGE',
        '',
        `the file holds ${source.length} characters`,
        `${JOB_FILE_LIMIT} characters`,
        'pick a Venula job file',
      ),
    );
  }
  let value: unknown;
  try {
    value = JSON.parse(source.charCodeAt(0) === 0xfeff ? source.slice(1) : source);
  } catch (error) {
    const detail = error instanceof Error ? error.message : 'not JSON';
    return fail(
      problem(
        'NOT_JSON',
        '',
        `not readable as JSON: ${detail}`,
        'UTF-8 JSON',
        'export the job again; this file is cut off or of another kind',
      ),
    );
  }
  return checkJob(value);
}

/**
 * Checks parsed JSON as a job document.
 * @param value parsed JSON from anywhere
 * @returns the document, or every error with its JSON Pointer, limit and remedy
 * Validity: anything JSON can say.
 * @throws nothing
 * @source docs/job.schema.json
 * @example checkJob(fullReturnJob('x')).ok // => true
 */
export function checkJob(value: unknown): Result<JobDocument> {
  if (depth(value) > MAX_DEPTH) {
    return fail(
      problem(
        'TOO_DEEP',
        '',
        'the file is nested too deeply',
        `${MAX_DEPTH} levels`,
        'pick a Venula job file',
      ),
    );
  }
  const head = value as { format?: unknown; version?: unknown } | null;
  if (typeof head !== 'object' || head === null || head.format !== JOB_FORMAT) {
    return fail(
      problem(
        'WRONG_KIND',
        '/format',
        'this is not a Venula job',
        `"format": "${JOB_FORMAT}"`,
        'pick a Venula job file',
      ),
    );
  }
  if (typeof head.version === 'number' && head.version > JOB_VERSION) {
    return fail(
      problem(
        'NEWER_VERSION',
        '/version',
        `written by a newer version (${head.version})`,
        `version ${JOB_VERSION}`,
        'update Venula',
      ),
    );
  }
  const shaped = checkShape(jobShape, upgradeJob(value));
  if (!shaped.ok) return shaped;
  const doc = shaped.value;
  const errors = [...pumpErrors(doc), ...pullErrors(doc), ...wiringErrors(doc)];
  return errors.length > 0 ? fail(...errors) : ok(doc);
}

/**
 * What a change would break that was not broken before. A job stored before a check was added may break it already: that
 * does not stand in the way of other changes, least of all of the one that mends it.
 * @param before the job as it is
 * @param after what it would become
 * @returns the errors that are new, by code and field; empty when the change may be made
 * Validity: two lists of the same checker.
 * @throws nothing
 * @source docs/job.schema.json
 * @example addedErrors(fullReturnJob('x'), { ...fullReturnJob('x'), title: '' })[0].field // => '/title'
 */
export function addedErrors(before: unknown, after: unknown): readonly InputError[] {
  const read = checkJob(after);
  if (read.ok) return [];
  const old = checkJob(before);
  const known = new Set(old.ok ? [] : old.errors.map((e) => `${e.code} ${e.field}`));
  return read.errors.filter((e) => !known.has(`${e.code} ${e.field}`));
}

/** Errors that leave a document without the shape its readers rely on. */
const SHAPELESS = new Set([
  'MISSING',
  'NOT_AN_OBJECT',
  'NOT_A_LIST',
  'NOT_A_NUMBER',
  'NOT_OFFERED',
  'WRONG_KIND',
  'NEWER_VERSION',
  'TOO_DEEP',
]);

/**
 * Whether a stored document is too broken to be shown or worked with at all. A figure out of its range, or a part that
 * contradicts another, can be shown and mended; a part that is missing cannot.
 * @param errors what checkJob found
 * @returns true where readers of the document would fail
 * Validity: errors of checkJob.
 * @throws nothing
 * @source own convention
 * @example brokenShape([{ code: 'MISSING', field: '/brief', message: '', remedy: '' }]) // => true
 */
export function brokenShape(errors: readonly InputError[]): boolean {
  return errors.some((e) => SHAPELESS.has(e.code));
}

function pumpErrors(doc: JobDocument): InputError[] {
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): InputError[] => {
    if (e.kind !== 'pump') return [];
    const at = `/plumbing/elements/${id}`;
    return [
      ...pumpFaults(e).map((f) => {
        const { message, limit, remedy } = sayPumpFault(f);
        return problem(f.code, `${at}${f.at}`, `${e.name}: ${message}`, limit, remedy);
      }),
      ...voltErrors(at, [e.curve, ...(e.moreCurves ?? [])]),
      ...(e.speed ? speedErrors(`${at}/speed`, e.speed) : []),
    ];
  });
}

function voltErrors(at: string, curves: readonly { readonly volts: number }[]): InputError[] {
  const volts = curves.map((c) => c.volts).sort((a, b) => a - b);
  const twin = volts.find((v, i) => i > 0 && v - volts[i - 1]! < 0.1);
  return twin === undefined
    ? []
    : [
        problem(
          'CURVE_VOLTS',
          `${at}/moreCurves`,
          `two curves stand at ${twin} V`,
          'volts at least 0.1 V apart',
          'keep one of them',
        ),
      ];
}

function speedErrors(at: string, speed: SpeedControl): InputError[] {
  const out: InputError[] = [];
  if (!(speed.sensorHighPa > speed.sensorLowPa))
    out.push(
      problem(
        'SENSOR_ORDER',
        `${at}/sensorHighPa`,
        'the sender’s upper pressure is not above its lower one',
        `above ${speed.sensorLowPa} Pa`,
        'swap the two',
      ),
    );
  if (!(speed.fullV > speed.lowV))
    out.push(
      problem(
        'SPEED_ORDER',
        `${at}/fullV`,
        'full speed is not asked for at more volts than the lowest speed',
        `above ${speed.lowV} V`,
        'swap the two',
      ),
    );
  return out;
}

function pullErrors(doc: JobDocument): InputError[] {
  const seen = new Set<number>();
  return doc.brief.pull.flatMap((p, i): InputError[] => {
    if (!seen.has(p.rpm)) {
      seen.add(p.rpm);
      return [];
    }
    return [
      problem(
        'PULL_DUPLICATE',
        `/brief/pull/${i}/rpm`,
        `${p.rpm} rpm is there twice`,
        'one point per engine speed',
        'change or remove one of them',
      ),
    ];
  });
}

/** Depth without recursion, so that hostile nesting cannot run out of stack; stops counting past the limit. */
function depth(value: unknown): number {
  let level = 0;
  let layer: unknown[] = [value];
  while (layer.length > 0 && level <= MAX_DEPTH) {
    const next: unknown[] = [];
    for (const v of layer) {
      if (typeof v === 'object' && v !== null)
        for (const child of Object.values(v))
          if (typeof child === 'object' && child !== null) next.push(child);
    }
    level += 1;
    layer = next;
  }
  return level;
}

/**
 * Writes a job as a file: stable key order as held, two-space indent, newline at the end. Reading it back gives the
 * same document.
 * @param doc job document
 * @returns file text
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example readJob(writeJob(fullReturnJob('x'))).ok // => true
 */
export function writeJob(doc: JobDocument): string {
  return `${JSON.stringify(doc, null, 2)}\n`;
}

/**
 * The published JSON Schema of a job file, from the same description that reads it.
 * @returns JSON Schema 2020-12
 * Validity: the present job format.
 * @throws nothing
 * @source JSON Schema 2020-12
 * @example jobSchema().title // => 'Venula job'
 */
export function jobSchema(): Record<string, unknown> {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Venula job',
    ...jobShape.schema,
    $defs: SOURCE_DEFINITION,
  };
}

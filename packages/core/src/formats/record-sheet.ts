import { evaluatePlan } from '../advise/evaluate-plan.ts';
import type { PlanResult } from '../advise/plan-result.ts';
import type { JobDocument } from '../document/job-document.ts';
import { OFF_V } from '../engine/least-fed.ts';
import { isStartingFigure, sourceOf } from '../fields/provenance.ts';
import { cutLength, endsOf } from '../kinds/plumbing/run/end-sizes.ts';
import { ENDS } from '../kinds/plumbing/run/ends.ts';
import { HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
import { wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { findingFingerprint, findingKey } from '../outcome/finding.ts';
import { MEASURED_IDS, type MeasuredId } from '../prove/contract.ts';
import { bandOf, newestOf, type Miss } from '../prove/measured.ts';
import { isOutdated, RUN_KINDS, type RunKind } from '../prove/proofs.ts';
import { FOUND, FOUND_KINDS, sayFound, type FoundItem } from '../prove/survey.ts';
import { MEASURED, measuredSteps } from '../prove/procedures/index.ts';
import { formatQuantity } from '../quantities/format.ts';
import type { Dimension, UnitSystem } from '../quantities/units.ts';
import { sayAgain } from '../say/finding.ts';
import { sayPower } from '../say/power.ts';
import { sayOrigin } from '../say/origin.ts';
import { sayState } from '../say/state.ts';
import { wiringSheet } from '../harness/wiring-sheet.ts';
import { billOfMaterials } from '../supply/bill.ts';
import { gaugeName } from '../say/gauge.ts';
import { heldNames } from '../supply/held-lines.ts';
import { soldWords } from '../supply/sold.ts';
import { sayImported, statedBy, type ImportedFrom } from './from-file.ts';
import { howItRuns, RECORD_CAUTIONS } from './how-it-runs.ts';
import type { SheetSection, Write } from './sheet-section.ts';
import { tunerSheet } from './tuner-sheet.ts';

/** A signed run as the record keeps it. */
export interface RecordedRun {
  readonly kind: string;
  readonly author: string;
  /** ISO 8601. */
  readonly at: string;
  /** What the sign-off says; null: not signed off. */
  readonly outcome: Readonly<Record<string, unknown>> | null;
  readonly readings: number;
  /** Of a hold with gas: the lines that were filled. */
  readonly lines?: readonly string[] | undefined;
  /** Of a list of readings: what was read last at each step, SI, and with what. */
  readonly measured?: readonly { readonly stepId: string; readonly value: number; readonly by: string }[];
  /** It came in with a file. */
  readonly fromFile?: boolean;
  /** Who of this shop confirmed it; null or absent: it does not count as this shop's. */
  readonly confirmedBy?: string | null;
}

/** What the shop holds of a job beside its plan. */
export interface HeldRecord {
  readonly runs: readonly RecordedRun[];
  readonly acceptances: readonly {
    readonly findingKey: string;
    /** Numbers it was accepted for: of other numbers it is open again. */
    readonly fingerprint: string;
    readonly reason: string;
    readonly author: string;
    readonly role: string;
    readonly fromFile?: boolean;
  }[];
  readonly revisions: readonly {
    readonly name: string;
    readonly version: number;
    readonly author: string;
    readonly fromFile?: boolean;
  }[];
  /** Null or absent: the job was begun in this shop. */
  readonly imported?: ImportedFrom | null;
  /** The car as it was found, thing by thing. */
  readonly found?: readonly FoundItem[];
}

export interface RecordSheet {
  readonly record: readonly SheetSection[];
  /** The page for whoever tunes the engine. */
  readonly tuner: readonly SheetSection[];
}

const RUNS: Readonly<Record<string, string>> = {
  build: 'Job sheet',
  'dry-test': 'Dry test of the wiring',
  'joint-walk': 'Joint by joint',
  'gas-hold': 'Static hold with gas',
  'liquid-hold': 'Hold with fuel, pump stopped',
  'drive-log': 'Drive or dyno log',
};

/**
 * What a test run is called, on the page and on paper alike.
 * @param kind kind of run as the shop keeps it
 * @returns its name; the kind itself where this version knows none
 * Validity: any string.
 * @throws nothing
 * @source own convention
 * @example runName('build') // => 'Job sheet'
 */
export const runName = (kind: string): string => RUNS[kind] ?? MEASURED[kind as MeasuredId]?.name ?? kind;

/**
 * The record of a job in sections, and the page for the tuner: what page, print and PDF say alike.
 * @param doc job document
 * @param held what the shop holds of it
 * @param system unit system
 * @returns sections in the order they are printed
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source the solved plan and the record
 * @example recordSheet(fullReturnJob('x'), { runs: [], acceptances: [], revisions: [] }, 'us').record[0].title // => 'The car and the goal'
 */
export function recordSheet(doc: JobDocument, held: HeldRecord, system: UnitSystem): RecordSheet {
  const plan = evaluatePlan(doc, 'none');
  const q = (dimension: Dimension, value: number | null | undefined): string =>
    value === null || value === undefined ? '–' : formatQuantity(dimension, value, system).text;
  return {
    record: [
      ...(held.imported ? [{ title: 'From a file', lines: sayImported(held.imported) }] : []),
      aboutCar(doc, q),
      ...asFound(held),
      linesFitted(doc, q),
      partsFitted(doc, system),
      wiringFitted(doc, q),
      howItRuns(doc, q),
      readings(doc, plan, q),
      tests(doc, held, q),
      ...readingTables(doc, held, q),
      stillOpen(doc, plan, held, system),
      frozen(held),
      CAUTIONS,
    ],
    tuner: tunerSheet(doc, plan, q),
  };
}

function aboutCar({ customer, vehicle, brief }: JobDocument, q: Write): SheetSection {
  const peak = brief.pull.reduce((most, p) => Math.max(most, p.powerW), 0);
  return {
    title: 'The car and the goal',
    table: {
      head: ['', ''],
      rows: [
        ['Customer', customer || '–'],
        ['Vehicle', vehicle.description || '–'],
        ['Engine', vehicle.engine || '–'],
        ['Fuel', `E${Math.round(brief.fuel.ethanol * 100)}`],
        ['Goal', peak > 0 ? sayPower(brief, peak, q) : '–'],
        ['Base pressure', q('pressure', brief.basePressurePa)],
        ['As found', vehicle.asFound || '–'],
      ],
    },
  };
}

/** What was written down before it came apart, a heading a kind. */
const asFound = ({ found = [] }: HeldRecord): SheetSection[] =>
  FOUND_KINDS.flatMap((of): SheetSection[] => {
    const own = found.filter((i) => i.of === of);
    return own.length > 0 ? [{ title: FOUND[of].title, lines: own.map(sayFound) }] : [];
  });

function linesFitted(doc: JobDocument, q: Write): SheetSection {
  const rows = Object.values(doc.plumbing.elements).flatMap((e) =>
    e.kind === 'run'
      ? [
          [
            e.name,
            `${HOSE_KINDS[e.hose].name}, -${e.dash}`,
            e.existing
              ? 'kept from the car'
              : `${endsOf(e)
                  .map((end) => ENDS[end].name)
                  .join(
                    ' and ',
                  )}${isStartingFigure(e, 'lengthM') ? ', not measured' : `, cut ${q('tape', cutLength(e))}`}`,
            `${q('tape', e.lengthM)}, ${sayOrigin(sourceOf(e, 'lengthM'))}`,
          ],
        ]
      : [],
  );
  return { title: 'Lines', table: { head: ['Line', 'Hose or tube', 'Ends', 'Length'], rows } };
}

function partsFitted(doc: JobDocument, system: UnitSystem): SheetSection {
  const rows = billOfMaterials(doc)
    .filter((l) => ['components', 'adapters', 'seals', 'mounts', 'electrical'].includes(l.group))
    .map((l) => [soldWords(l, system), l.part, l.note]);
  return { title: 'Parts', table: { head: ['', 'Part', 'Where'], rows } };
}

/** As the wiring sheet has it, with its labels: what was made, not what a circuit is worked out with. */
function wiringFitted(doc: JobDocument, q: Write): SheetSection {
  const { harness, wires } = wiringSheet(doc);
  const devices = Object.values(harness.devices).flatMap((d) =>
    d.kind === 'fuse' || d.kind === 'relay' || d.kind === 'pump-controller'
      ? [['', d.name, `${d.ratingA} A`, '']]
      : [],
  );
  const rows = wires.map((w) => [
    w.label,
    w.name,
    `${wireSizeName(w.size)} ${w.color}`.trim(),
    q('tape', w.lengthM),
  ]);
  return {
    title: 'Wiring',
    table: { head: ['Label', 'Piece', 'Size', 'Length'], rows: [...rows, ...devices] },
  };
}

/** More than this over demand is no figure anybody reads, as a share. */
const PLENTY = 5;

function readings(doc: JobDocument, plan: PlanResult, q: Write): SheetSection {
  const rows = plan.states.map((s) => [
    sayState(s.state),
    q('pressure', s.values?.railGauge),
    s.values?.pumps
      .map((p) => {
        const stands =
          s.state.pumpsOn && p.volts > OFF_V ? `${q('volts', p.volts)}, ${q('amps', p.current)}` : 'off';
        return s.values!.pumps.length > 1 ? `${p.name}: ${stands}` : stands;
      })
      .join('; ') ?? '–',
    s.values?.margin == null ? '' : s.values.margin > PLENTY ? 'plenty' : q('fraction', s.values.margin),
  ]);
  return {
    title: 'What it should read',
    table: { head: ['State', gaugeName(doc), 'Pumps', 'To spare'], rows },
  };
}

const VERDICTS: Readonly<Record<string, string>> = {
  pass: 'passed',
  fail: 'FAILED',
  incomplete: 'incomplete',
  'cannot-tell': 'could not tell',
  rising: 'not proved: the pressure rose',
  'no-data': 'no readings',
};

/** Said of a run that came in with a file. */
const UNCONFIRMED = 'from a file: not confirmed by this shop';

/** Said of a run the plan has outgrown. */
const OUTDATED = 'made on an older plan: the plan has changed what it proved since';

const isRunKind = (kind: string): kind is RunKind => (RUN_KINDS as readonly string[]).includes(kind);

function tests(doc: JobDocument, { runs }: HeldRecord, q: Write): SheetSection {
  return {
    title: 'What was tested',
    lines: runs.length === 0 ? ['Nothing has been tested yet.'] : runs.flatMap((r) => runLines(doc, r, q)),
  };
}

function runLines(doc: JobDocument, run: RecordedRun, q: Write): string[] {
  const { kind, at, outcome, readings: many, lines, fromFile, confirmedBy } = run;
  const author = statedBy(run.author, fromFile);
  const day = at.slice(0, 10);
  const read = `${many} ${many === 1 ? 'reading' : 'readings'}`;
  if (!outcome) return [`${runName(kind)}: not signed off, ${read} (${author}, ${day}).`];
  const names = (key: string): readonly string[] => (outcome[key] as readonly string[] | undefined) ?? [];
  const misses = (outcome['misses'] as readonly Miss[] | undefined) ?? [];
  const note = typeof outcome['note'] === 'string' && outcome['note'] !== '' ? ` “${outcome['note']}”` : '';
  return [
    `${runName(kind)}: ${VERDICTS[String(outcome['verdict'])] ?? 'signed'}, ${read}, ${author}, ${day}.${note}`,
    ...(fromFile ? [`   ${confirmedBy ? `confirmed as this shop’s by ${confirmedBy}` : UNCONFIRMED}`] : []),
    ...(isRunKind(kind) && isOutdated(doc, kind, outcome) ? [`   ${OUTDATED}`] : []),
    ...(lines ? [`   filled: ${heldNames(doc, lines).join(', ')}`] : []),
    ...names('leaking').map((joint) => `   leaked: ${joint}`),
    ...names('differing').map((row) => `   not OK: ${row}`),
    ...names('mended').map((joint) => `   leaked, then dry: ${joint}`),
    ...names('unseen').map((step) => `   nobody else looked: ${step}`),
    ...misses.map(
      (m) =>
        `   ${m.does}: ${q(m.dimension, m.value)}, should be ${m.low === 0 ? 'at most' : `${q(m.dimension, m.low)} to`} ${q(m.dimension, m.high)}${m.usually ? `. Usually: ${m.usually}` : ''}`,
    ),
    ...names('skipped').map((step) => `   left out: ${step}`),
    ...names('off').map((thing) => `   still off the car: ${thing}`),
    ...names('unclosed').map((thing) => `   not closed: ${thing}`),
  ];
}

/** Every reading beside its band by the plan as it stands, a table a test. */
function readingTables(doc: JobDocument, { runs }: HeldRecord, q: Write): SheetSection[] {
  return runs.flatMap(({ kind, at, measured = [] }): SheetSection[] => {
    const id = MEASURED_IDS.find((m) => m === kind);
    if (!id || measured.length === 0) return [];
    const steps = new Map(measuredSteps(id, doc).map((s) => [s.id, s]));
    const newest = newestOf(measured);
    const rows = measured.flatMap(({ stepId, value, by }) => {
      const step = steps.get(stepId);
      const dimension = step?.expects?.dimension ?? step?.unjudged?.dimension;
      // Of a part the plan no longer has: the run’s own line says what it came to.
      if (!step || !dimension) return [];
      const { at: applied } = step;
      const expects = bandOf(step, newest);
      const does = applied ? `${step.does} ${q(applied.dimension, applied.value)}` : step.does;
      const band = expects
        ? expects.low === 0
          ? `at most ${q(dimension, expects.high)}`
          : `${q(dimension, expects.low)} to ${q(dimension, expects.high)}`
        : step.over
          ? 'not judged: what it is set over was not read'
          : 'noted';
      return [[does, q(dimension, value), band, by]];
    });
    return [
      {
        title: `${runName(kind)}, ${at.slice(0, 10)}`,
        table: { head: ['Reading', 'Read', 'Should be', 'Read with'], rows },
      },
    ];
  });
}

const SEVERITIES = { stop: 'Stop', fix: 'Fix', note: 'Note' } as const;

function stillOpen(doc: JobDocument, plan: PlanResult, held: HeldRecord, system: UnitSystem): SheetSection {
  const lines = [...testsOpen(doc, held), ...findingLines(plan, held, system)];
  return { title: 'What is still open', lines: lines.length > 0 ? lines : ['Nothing.'] };
}

/** Tests whose newest run failed, was not finished, or was made on a plan that is not this one. */
function testsOpen(doc: JobDocument, { runs }: HeldRecord): string[] {
  const newest = new Map(runs.map((r) => [r.kind, r]));
  return [...newest.values()].flatMap(({ kind, outcome, fromFile, confirmedBy }) => {
    const why = !outcome
      ? 'not signed off'
      : outcome['verdict'] !== 'pass'
        ? (VERDICTS[String(outcome['verdict'])] ?? 'not passed')
        : fromFile && !confirmedBy
          ? UNCONFIRMED
          : isRunKind(kind) && isOutdated(doc, kind, outcome)
            ? OUTDATED
            : null;
    return why === null ? [] : [`${kind === 'build' ? 'Work' : 'Test'}: ${runName(kind)}, ${why}.`];
  });
}

function findingLines(plan: PlanResult, { acceptances }: HeldRecord, system: UnitSystem): string[] {
  return plan.findings.map((f) => {
    const here = acceptances.filter(
      (a) => a.findingKey === findingKey(f) && a.fingerprint === findingFingerprint(f),
    );
    const accepted = here.findLast((a) => !a.fromFile);
    const elsewhere = here.at(-1);
    const { title } = sayAgain(f, system);
    const how = accepted
      ? `Accepted by ${accepted.author}, ${accepted.role}: “${accepted.reason}”.`
      : elsewhere
        ? `Open here. Accepted by ${statedBy(elsewhere.author, true)}: “${elsewhere.reason}”.`
        : 'Open.';
    return `${SEVERITIES[f.severity]}: ${title} ${how}`;
  });
}

const frozen = ({ revisions }: HeldRecord): SheetSection => ({
  title: 'Frozen plans',
  lines:
    revisions.length > 0
      ? revisions.map((r) => `${r.name}: version ${r.version}, ${statedBy(r.author, r.fromFile)}`)
      : ['None frozen.'],
});

const CAUTIONS: SheetSection = { title: 'Cautions', lines: RECORD_CAUTIONS };

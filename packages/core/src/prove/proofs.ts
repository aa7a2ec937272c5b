import { evaluateStates } from '../advise/evaluate-plan.ts';
import type { JobDocument, TerminalRef } from '../document/job-document.ts';
import { heldFuel } from '../engine/sealed-fuel.ts';
import { dryTest } from '../harness/dry-test.ts';
import { harnessOf } from '../harness/realise.ts';
import type { Dimension } from '../quantities/units.ts';
import { lineVolume } from '../supply/held-lines.ts';
import { jointList } from '../supply/joints.ts';
import { within } from './bands.ts';
import { MEASURED_IDS, type Expectation, type MeasuredId } from './contract.ts';
import { jobSheet } from './job-sheet/job-sheet.ts';
import { measuredSteps } from './procedures/index.ts';

/** Kinds of run a shop keeps: tick lists, holds, a log, the job sheet, and lists of readings. */
export const RUN_KINDS = [
  'dry-test',
  'joint-walk',
  'gas-hold',
  'liquid-hold',
  'drive-log',
  'build',
  ...MEASURED_IDS,
] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** What a run shows to be so: things by name, some with the figure that was expected. */
type Proven = readonly { readonly id: string; readonly expects?: Expectation | undefined }[];

const PROVEN = {
  'dry-test': (doc) => [
    ...dryTest(doc).map(({ id, loads }) => ({
      id: `${id}: ${sorted(loads.flatMap((l) => (l.wanted ? [l.id] : [])))}`,
    })),
    // A wire that goes elsewhere was not tried, whatever the pumps should do.
    ...Object.values(harnessOf(doc).wires).map(({ from, to }) => ({ id: `${at(from)}-${at(to)}` })),
  ],
  'joint-walk': joints,
  'gas-hold': (doc) => [...joints(doc), exactly('line', 'volume', lineVolume(doc))],
  'liquid-hold': (doc) => {
    const { runs, volume, give } = heldFuel(doc);
    return [exactly(sorted(runs), 'volume', volume), exactly('give', 'volume', give)];
  },
  // What the plan holds over the manifold along its pull.
  'drive-log': (doc) =>
    evaluateStates(doc).flatMap((s) =>
      s.state.kind === 'pull' && s.values
        ? [{ id: s.state.id, expects: within('pressure', s.values.railDifferential) }]
        : [],
    ),
  build: (doc) => [
    ...jobSheet(doc).flatMap(({ id, figures = [] }) => [
      { id },
      ...figures.map((f) => exactly(`${id} ${f.label}`, f.dimension, f.value)),
    ]),
    ...joints(doc),
    ...wires(doc),
  ],
} satisfies Record<Exclude<RunKind, MeasuredId>, (doc: JobDocument) => Proven>;

/**
 * What a run of a kind proves of a plan, as a short mark. It is kept with the sign-off: where the mark of the plan is another
 * by then, the plan has changed what the run proved, and it wants to be done again.
 * @param doc job document
 * @param kind kind of run
 * @returns text of eight characters
 * Validity: any job the checker accepts; figures to three places, so that noise does not make a record stale.
 * @throws nothing
 * @source FNV-1a, 32 bits
 * @example proofOf(fullReturnJob('x'), 'joint-walk') === proofOf(fullReturnJob('y'), 'joint-walk') // => true
 */
export function proofOf(doc: JobDocument, kind: RunKind): string {
  const proven: Proven =
    kind in PROVEN ? PROVEN[kind as keyof typeof PROVEN](doc) : measuredSteps(kind as MeasuredId, doc);
  // A store may hand the parts of a plan back in another order.
  const said = proven
    .map(({ id, expects }) => [id, ...(expects ? [expects.low, expects.high] : []).map(read)].join('|'))
    .sort()
    .join(';');
  let hash = 0x811c9dc5;
  for (let i = 0; i < said.length; i++) hash = Math.imul(hash ^ said.charCodeAt(i), 0x01000193) >>> 0;
  return hash.toString(16).padStart(8, '0');
}

/**
 * Whether the plan has changed what a signed run proved.
 * @param doc job document as it stands
 * @param kind kind of run
 * @param outcome what its sign-off says
 * @returns true where it is to be done again; false where its mark still holds, or it was signed before marks were kept
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example isOutdated(fullReturnJob('x'), 'joint-walk', { proves: 'another' }) // => true
 */
export const isOutdated = (
  doc: JobDocument,
  kind: RunKind,
  outcome: Readonly<Record<string, unknown>>,
): boolean => typeof outcome['proves'] === 'string' && outcome['proves'] !== proofOf(doc, kind);

/** Renamed parts are the same joints. */
function joints(doc: JobDocument): Proven {
  return jointList(doc).map(({ id, what }) => ({ id: `${id} ${what}` }));
}

/** Every wire by its size. */
const wires = (doc: JobDocument): Proven =>
  Object.entries(doc.wiring.circuits).flatMap(([circuit, { segments }]) =>
    Object.entries(segments).flatMap(([key, s]) =>
      s.kind === 'wire' ? [{ id: `${circuit}.${key} ${s.size}` }] : [],
    ),
  );

const sorted = (ids: readonly string[]): string => ids.toSorted().join(' ');

/** As closely as a gauge is read, so that noise makes no other figure. */
const read = (value: number): string => value.toPrecision(3);

const at = ({ device, terminal }: TerminalRef): string => `${device}.${terminal}`;

const exactly = (id: string, dimension: Dimension, value: number) => ({
  id,
  expects: { dimension, value, low: value, high: value },
});

import type { Circuit, ElementOf, JobDocument, PlumbingElement } from '../document/job-document.ts';
import { injectorSize } from '../demand/injectors.ts';
import { feedingPumps } from '../document/feeding-pumps.ts';
import { moveThreshold, stagingThreshold } from '../document/triggers.ts';
import { applyPatch } from '../edit/apply-patch.ts';
import { segmentPath } from '../edit/paths.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { swapPump } from '../kinds/plumbing/pump/shape.ts';
import { REGULATORS, type RegulatorClassId } from '../kinds/plumbing/bypass-regulator/seats.ts';
import { HOSE_KINDS, sizesOf, type Dash } from '../kinds/plumbing/run/hoses.ts';
import { PUMPS } from '../kinds/plumbing/pump/generic-pumps.ts';
import { chooseFuse, FUSE_CONTINUOUS_SHARE, fuseSurvives } from '../kinds/wiring/fuse/fuse.ts';
import { familyOf, wireSection, wireSizeName, type WireSize } from '../kinds/wiring/wire/wire.ts';
import { wireAmpacity } from '../engine/electric/circuits.ts';
import { pumpInrush } from '../engine/electric/electric-load.ts';
import { Engine } from '../engine/engine.ts';
import { RELAY_RATINGS, relayTakes } from '../kinds/wiring/relay/index.ts';
import { formatQuantity } from '../quantities/format.ts';
import type { UnitSystem } from '../quantities/units.ts';
import { stagingAdvice } from '../replay/staging.ts';
import { dutyAt, judgeSizes, type Judged } from './judge-sizes.ts';
import { operatingStates, type OperatingState } from '../engine/states.ts';
import { withinSentence } from '../quantities/text.ts';

/** One combination to try: what would stand in the plan in place of what is there. */
export interface SizingChoice {
  readonly feed: Dash | null;
  readonly back: Dash | null;
  readonly pump: keyof typeof PUMPS | null;
  readonly regulator: RegulatorClassId | null;
  readonly wire: WireSize | null;
  /** Static flow of one injector, m³/s. */
  readonly injectors: number | null;
  /** A staged pump comes in as early as it may. */
  readonly early: boolean;
}

export interface SizingResult {
  readonly words: readonly string[];
  /** Parts changed against the plan. */
  readonly changes: number;
  /** How much of a change it is: sizes moved and parts exchanged, weighed (own rule). */
  readonly effort: number;
  /** Least supply margin of the pull. */
  readonly margin: number;
  /** Most the pump draws, A. */
  readonly amps: number;
  readonly patch: readonly PatchOperation[];
  /** Why it does not do; null when every check holds. */
  readonly fails: string | null;
}

const longestRun = (doc: JobDocument, role: 'feed' | 'return'): [string, ElementOf<'run'>] | null => {
  const runs = Object.values(doc.plumbing.paths)
    .filter((p) => p.role === role)
    .flatMap((p) => p.order)
    .flatMap((id): [string, ElementOf<'run'>][] => {
      const e = doc.plumbing.elements[id];
      return e?.kind === 'run' ? [[id, e]] : [];
    });
  return runs.sort((a, b) => b[1].lengthM - a[1].lengthM)[0] ?? null;
};

const only = <K extends PlumbingElement['kind']>(
  doc: JobDocument,
  kind: K,
): [string, ElementOf<K>] | null => {
  const all = Object.entries(doc.plumbing.elements).filter(([, e]) => e.kind === kind);
  return all.length === 1 ? (all[0] as [string, ElementOf<K>]) : null;
};

/** From one size smaller to three larger; a line kept from the car is renewed in PTFE. */
function dashes(run: ElementOf<'run'>): (Dash | null)[] {
  const sizes = sizesOf(HOSE_KINDS[run.existing ? 'ptfe' : run.hose]);
  const at = sizes.findIndex((d) => d >= run.dash);
  return [null, ...sizes.slice(Math.max(0, at - 1), at + 4).filter((d) => run.existing || d !== run.dash)];
}

/**
 * Every combination worth trying: size of the longest feed and return hose, pumps, regulator seat, wire gauge; larger
 * injectors where the pull asks for them, an early setting where a pump is staged.
 * @param doc job document
 * @returns combinations; null stands for "as it is", the first changes nothing
 * Validity: dash sizes and gauges of the tables.
 * @throws nothing
 * @source own rule: one size down to three up, the shipped pumps, the regulator classes, gauges one down to two up
 * @example sizingChoices(fullReturnJob('x')).length >= 500 // => true
 */
export function sizingChoices(doc: JobDocument): SizingChoice[] {
  const feed = longestRun(doc, 'feed');
  const back = longestRun(doc, 'return');
  const pump = alikePumps(doc)[0];
  const regulator = only(doc, 'bypass-regulator');
  const wire = pumpWires(doc)[0];
  const pumps = pump
    ? (Object.keys(PUMPS) as (keyof typeof PUMPS)[]).filter((k) => k !== pump[1].catalogueId)
    : [];
  const injectors = injectorsWanted(doc);
  const seats = regulator
    ? (Object.keys(REGULATORS) as RegulatorClassId[]).filter((k) => REGULATORS[k].cv !== regulator[1].cv)
    : [];
  const family = wire ? familyOf(wire.size) : [];
  const gauge = wire ? family.indexOf(wire.size) : 0;
  const gauges = family.slice(Math.max(0, gauge - 1), gauge + 3).filter((s) => s !== wire?.size);
  const settings = stagedPumps(doc).length > 0 ? [false, true] : [false];
  const out: SizingChoice[] = [];
  for (const f of feed ? dashes(feed[1]) : [null])
    for (const b of back ? dashes(back[1]) : [null])
      for (const p of [null, ...pumps])
        for (const r of [null, ...seats])
          for (const w of [null, ...gauges])
            for (const i of injectors === null ? [null] : [null, injectors])
              for (const early of settings)
                out.push({ feed: f, back: b, pump: p, regulator: r, wire: w, injectors: i, early });
  return out;
}

/** The pumps, where they are all of one kind: they are exchanged together. */
function alikePumps(doc: JobDocument): [string, ElementOf<'pump'>][] {
  const all = Object.entries(doc.plumbing.elements).flatMap(([id, e]): [string, ElementOf<'pump'>][] =>
    e.kind === 'pump' ? [[id, e]] : [],
  );
  return all.every(([, e]) => e.catalogueId === all[0]![1].catalogueId) ? all : [];
}

/** Pumps that wait for a boost. */
const stagedPumps = (doc: JobDocument): string[] =>
  feedingPumps(doc).filter((id) => stagingThreshold(doc, id) !== undefined);

/** The size the pull asks for at the pressure the rail should have; null: those that are there do. */
function injectorsWanted(doc: JobDocument): number | null {
  const { injectors: set } = doc.brief;
  const most = Math.max(0, ...operatingStates(doc).map((s) => dutyAt(doc, s) ?? 0));
  if (most <= set.dutyLimit) return null;
  return injectorSize((set.staticFlowM3s * most) / set.dutyLimit);
}

/** The circuits of the pumps and their gauge, where all have the same: they are rewired together. */
function pumpWires(doc: JobDocument): { readonly circuitId: string; readonly size: WireSize }[] {
  const all = Object.entries(doc.wiring.circuits).flatMap(([circuitId, circuit]) => {
    if (doc.plumbing.elements[circuit.loadId]?.kind !== 'pump') return [];
    const wire = Object.values(circuit.segments).find((s) => s.kind === 'wire');
    return wire?.kind === 'wire' ? [{ circuitId, size: wire.size }] : [];
  });
  return all.every((w) => w.size === all[0]!.size) ? all : [];
}

/**
 * Solves one combination against every check: margin over the pull, injectors, staged pumps, no overrun or high rail,
 * back-pressure, wire drop, wire, relay and fuse against the current. Fuse and relay are chosen with it.
 * @param doc job document
 * @param choice what to put in
 * @returns words, patch, margin, amps (A) and the first check that fails
 * @throws nothing
 * @source the same limits as the findings
 * @example judgeChoice(fullReturnJob('x'), sizingChoices(fullReturnJob('x'))[0]).changes // => 0
 */
export const judgeChoice = (doc: JobDocument, choice: SizingChoice): SizingResult =>
  new SizingSearch(doc).judge(choice);

/**
 * A search over the combinations of one plan: what they have in common is worked out once.
 * @param constructor: job document, and the units its words are in
 * @returns `judge(choice)`: margin as a share, current A, loop resistance Ω, and why it fails where it does
 * Validity: the operating states of the plan; sizes of the tables.
 * @throws nothing
 * @source joint solve of plumbing and wiring
 * @example new SizingSearch(fullReturnJob('x')).judge(sizingChoices(fullReturnJob('x'))[0]).amps > 0 // => true
 */
export class SizingSearch {
  private readonly states: readonly OperatingState[];
  private readonly base: Engine;

  constructor(
    private readonly doc: JobDocument,
    private readonly units: UnitSystem = 'us',
  ) {
    this.states = operatingStates(doc);
    this.base = new Engine(doc);
  }

  judge(choice: SizingChoice): SizingResult {
    return judgedChoice(this.doc, choice, this.units, (candidate) =>
      judgeSizes(candidate, this.states, this.base),
    );
  }
}

function judgedChoice(
  doc: JobDocument,
  choice: SizingChoice,
  units: UnitSystem,
  judge: (candidate: JobDocument) => Judged,
): SizingResult {
  const words: string[] = [];
  let effort = 0;
  const patch: PatchOperation[] = [];
  const elements = { ...doc.plumbing.elements };
  const put = (id: string, element: PlumbingElement, what: string) => {
    elements[id] = element;
    words.push(what);
    patch.push({ op: 'replace', path: `/plumbing/elements/${id}`, value: element });
  };
  const resize = (role: 'feed' | 'return', dash: Dash | null) => {
    const found = dash === null ? null : longestRun(doc, role);
    if (!found || dash === null) return;
    const [id, { boreM: _typed, ...run }] = found;
    const renewed = run.existing
      ? {
          hose: 'ptfe' as const,
          existing: false,
          ends: ['straight', 'straight'] as typeof run.ends,
          bendDegrees: 180,
          extraK: 0,
        }
      : {};
    put(id, { ...run, ...renewed, dash }, `${withinSentence(run.name)} -${dash}`);
    const sizes = sizesOf(HOSE_KINDS[run.existing ? 'ptfe' : run.hose]);
    effort +=
      EFFORT.line + Math.abs(sizes.indexOf(dash) - sizes.findIndex((d) => d >= run.dash)) * EFFORT.size;
  };
  resize('feed', choice.feed);
  resize('return', choice.back);
  const pumps = alikePumps(doc);
  if (choice.pump) {
    const { name } = PUMPS[choice.pump];
    for (const [id, pump] of pumps) {
      elements[id] = swapPump(pump, choice.pump);
      patch.push({ op: 'replace', path: `/plumbing/elements/${id}`, value: elements[id] });
    }
    effort += EFFORT.pump * pumps.length;
    if (pumps.length > 0)
      words.push(pumps.length > 1 ? `${pumps.length} × ${withinSentence(name)}` : withinSentence(name));
  }
  const regulator = only(doc, 'bypass-regulator');
  if (regulator && choice.regulator) {
    const { cv, droop } = REGULATORS[choice.regulator];
    put(regulator[0], { ...regulator[1], cv, droop }, `${choice.regulator} regulator seat`);
    effort += EFFORT.seat;
  }
  let drawn: JobDocument = { ...doc, plumbing: { ...doc.plumbing, elements } };
  const wires = pumpWires(doc);
  if (choice.wire && wires.length > 0) {
    for (const { circuitId } of wires) drawn = rewired(drawn, circuitId, choice.wire, patch);
    words.push(`${wireSizeName(choice.wire)} wire`);
    const family = familyOf(choice.wire);
    effort +=
      EFFORT.wire + Math.abs(family.indexOf(choice.wire) - family.indexOf(wires[0]!.size)) * EFFORT.size;
  }
  if (choice.injectors !== null) {
    const { injectors } = drawn.brief;
    drawn = {
      ...drawn,
      brief: { ...drawn.brief, injectors: { ...injectors, staticFlowM3s: choice.injectors } },
    };
    patch.push({ op: 'replace', path: '/brief/injectors/staticFlowM3s', value: choice.injectors });
    effort += EFFORT.injectors;
    words.push(`injectors of ${formatQuantity('injectorFlow', choice.injectors, units).text}`);
  }
  const before = words.length;
  if (choice.early) drawn = earlier(drawn, units, words, patch);
  effort += (words.length - before) * EFFORT.setting;
  let judged = judge(drawn);
  const protection = wires.map((w) => protect(drawn, w.circuitId, judged));
  const changed = protection.filter((p) => p.patch.length > 0);
  if (judged.amps > 0 && changed.length > 0) {
    for (const p of changed) {
      const next = applyPatch(drawn, p.patch);
      if (!next.ok) continue;
      drawn = next.value;
      patch.push(...p.patch);
      const fresh = p.words.filter((w) => !words.includes(w));
      words.push(...fresh);
      effort += fresh.length * EFFORT.protection;
    }
    // Another fuse drops other volts.
    judged = judge(drawn);
  }
  const unfit = judged.amps > 0 ? protection.find((p) => p.fails !== null)?.fails : undefined;
  return {
    words,
    patch,
    changes: words.length,
    effort,
    margin: judged.margin,
    amps: judged.amps,
    fails: judged.fails ?? unfit ?? null,
  };
}

/** What a change weighs against another: a setting or a fuse is little, a pump or injectors much; each size further a little more. */
const EFFORT = {
  setting: 0.5,
  protection: 0.5,
  wire: 1,
  line: 1.5,
  seat: 2,
  pump: 4,
  injectors: 4,
  size: 0.5,
} as const;

/** Every staged pump at its early setting in this plan. */
function earlier(doc: JobDocument, units: UnitSystem, words: string[], patch: PatchOperation[]): JobDocument {
  let drawn = doc;
  for (const id of stagedPumps(doc)) {
    const at = stagingThreshold(drawn, id)!;
    const { set } = stagingAdvice(drawn, id);
    if (!set || set.above === at.term.above) continue;
    const moved = moveThreshold(drawn, at, set.above, set.below);
    const next = applyPatch(drawn, moved);
    if (!next.ok) continue;
    drawn = next.value;
    patch.push(...moved);
    words.push(
      `${withinSentence(doc.plumbing.elements[id]!.name)} on from ${formatQuantity('manifold', set.above, units).text}`,
    );
  }
  return drawn;
}

function rewired(doc: JobDocument, circuitId: string, size: WireSize, patch: PatchOperation[]): JobDocument {
  const circuit = doc.wiring.circuits[circuitId]!;
  const segments = { ...circuit.segments };
  for (const [id, s] of Object.entries(segments)) {
    if (s.kind !== 'wire') continue;
    segments[id] = { ...s, size, conductor: 'copper' };
    patch.push({ op: 'replace', path: `/wiring/circuits/${circuitId}/segments/${id}`, value: segments[id] });
  }
  return {
    ...doc,
    wiring: { ...doc.wiring, circuits: { ...doc.wiring.circuits, [circuitId]: { ...circuit, segments } } },
  };
}

interface Protection {
  readonly words: readonly string[];
  readonly patch: readonly PatchOperation[];
  readonly fails: string | null;
}
const AS_IT_IS: Protection = { words: [], patch: [], fails: null };

/** The fuse and the relay this current and wire ask for. */
function protect(doc: JobDocument, circuitId: string, judged: Judged): Protection {
  const circuit = doc.wiring.circuits[circuitId]!;
  const relayed = relayFor(circuit, circuitId, judged.amps);
  const entry = Object.entries(circuit.segments).find(([, s]) => s.kind === 'fuse');
  const pump = doc.plumbing.elements[circuit.loadId];
  if (!entry || entry[1].kind !== 'fuse' || pump?.kind !== 'pump') return relayed;
  const wires = Object.values(circuit.segments).flatMap((s) =>
    s.kind === 'wire' ? [wireAmpacity(doc, s)] : [],
  );
  const { amps } = judged;
  const inrush = pumpInrush(pump, doc.brief.electrical.chargingV, judged.loopOhms, amps);
  const least = Math.min(...wires);
  const present = entry[1].ratingA;
  if (present <= least && amps <= FUSE_CONTINUOUS_SHARE * present && fuseSurvives(present, inrush))
    return relayed;
  const rating = chooseFuse(amps, least, inrush);
  if (rating === undefined) return { ...AS_IT_IS, fails: 'no fuse fits between load and wire' };
  return {
    ...relayed,
    words: [`${rating} A fuse`, ...relayed.words],
    patch: [
      { op: 'replace', path: segmentPath(circuitId, entry[0], 'ratingA'), value: rating },
      ...relayed.patch,
    ],
  };
}

function relayFor(circuit: Circuit, circuitId: string, amps: number): Protection {
  const [id, relay] = Object.entries(circuit.segments).find(([, s]) => s.kind === 'relay') ?? [];
  if (id === undefined || relay?.kind !== 'relay') return AS_IT_IS;
  const heaviest = Math.max(
    ...Object.values(circuit.segments).map((s) => (s.kind === 'wire' ? wireSection(s.size) : 0)),
  );
  const does = (r: number): boolean => amps <= FUSE_CONTINUOUS_SHARE * r && heaviest <= relayTakes(r);
  if (does(relay.ratingA)) return AS_IT_IS;
  const rating = RELAY_RATINGS.find((r) => r > relay.ratingA && does(r));
  if (rating === undefined) return { ...AS_IT_IS, fails: 'no relay carries the pump' };
  return {
    words: [`${rating} A relay`],
    patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'ratingA'), value: rating }],
    fails: null,
  };
}

/**
 * The combinations no other one beats in all of: a smaller change, more margin, less current.
 * @param results judged combinations
 * @param most how many to show
 * @returns those that pass every check and are not beaten, the smallest change first
 * Validity: any list; combinations that fail are left out.
 * @throws nothing
 * @source Pareto dominance
 * @example paretoFront([{ words: [], changes: 0, effort: 0, margin: 0.2, amps: 9, patch: [], fails: null }], 5).length // => 1
 */
export function paretoFront(results: readonly SizingResult[], most: number): SizingResult[] {
  const good = results.filter((r) => r.fails === null);
  // A hair of margin is no reason to show two rows; of equals the first stays, which has the smaller hose.
  const noWorse = (a: SizingResult, b: SizingResult) =>
    a.effort <= b.effort && a.margin >= b.margin - 1e-3 && a.amps <= b.amps + 0.05;
  const beats = (a: SizingResult, i: number, b: SizingResult, j: number) =>
    noWorse(a, b) && (!noWorse(b, a) || i < j);
  return good
    .filter((r, j) => !good.some((other, i) => other !== r && beats(other, i, r, j)))
    .sort((a, b) => a.effort - b.effort || b.margin - a.margin)
    .slice(0, most);
}

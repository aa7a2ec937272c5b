import { HOSE_KINDS, sizesOf, type Dash } from '../../kinds/plumbing/run/hoses.ts';
import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
import { elementPath } from '../../edit/paths.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { Finding, FindingFix, PatchOperation } from '../../outcome/finding.ts';
import { CoupledSolver } from '../../engine/engine.ts';
import { evaluateState } from '../../engine/observe/state-result.ts';
import type { StateValues } from '../../engine/results.ts';
import type { OperatingState } from '../../engine/states.ts';
import { both, settled, type FindingRule, type SettledState } from '../context.ts';

/** Rail more than this above set is a fix, Pa. */
export const RAIL_HIGH_LIMIT = 20e3;
/** Return back-pressure above this share of the idle rail pressure is a fix. */
export const BACK_PRESSURE_SHARE = 0.35;

const source =
  'Darcy–Weisbach with Colebrook; seat by its Cv (ISA 75.01); one-third back-pressure limit: common practice';

/** The regulator stands wide open, and no rising-rate unit behind it means it to. */
export const isOverrun = ({ regulator }: StateValues): boolean =>
  regulator?.valve === 'overrun' && regulator.raisedBy === null;

/** Can regulator and return line carry what the engine leaves? */
export const regulationFindings: FindingRule = (context) => {
  const running = settled(context).filter((s) => s.state.pumpsOn && s.values.regulator);
  const overruns = running.filter((s) => isOverrun(s.values));
  // Idle is where it is met every day; told there when it shows there.
  const overrun =
    overruns.find((s) => s.state.kind === 'idle') ??
    worstBy(overruns, (s) => s.values.railGauge - s.values.required);
  if (overrun) return [overrunFinding(context.doc, overrun, overruns)];
  const out: Finding[] = [];
  const high = worstBy(running, (s) => s.values.railGauge - s.values.required);
  if (high && high.values.railGauge - high.values.required > RAIL_HIGH_LIMIT) out.push(railHigh(high));
  const idle = running.find((s) => s.state.kind === 'idle');
  if (idle) {
    const limit = BACK_PRESSURE_SHARE * idle.values.railGauge;
    const back = idle.values.regulator!.returnPressure;
    if (back > limit) out.push(backPressure(context.doc, idle, back, limit));
  }
  return out;
};

const worstBy = (
  states: readonly SettledState[],
  of: (s: SettledState) => number,
): SettledState | undefined =>
  states.reduce<SettledState | undefined>((worst, s) => (worst && of(worst) >= of(s) ? worst : s), undefined);

function overrunFinding(doc: JobDocument, s: SettledState, all: readonly SettledState[]): Finding {
  const { values, state } = s;
  const regulator = values.regulator!;
  const clears = (result: SettledState) => !isOverrun(result.values) && lowBackPressure(result);
  const also = all.filter((o) => o !== s).map((o) => o.state.label.toLowerCase());
  return {
    code: 'RETURN_OVERRUN',
    severity: 'stop',
    stage: 'plumb',
    place: tightestReturn(s),
    stateId: state.id,
    title: `The return is overrun at ${state.label.toLowerCase()}: the rail climbs to ${both('pressure', values.railGauge)}.`,
    dimension: 'pressure',
    value: values.railGauge,
    limit: values.required,
    why: {
      text:
        `${both('flow', regulator.bypass)} must go back to the tank, but regulator seat and return line carry only ` +
        `${both('flow', regulator.capacity)} at the set pressure. The regulator stands wide open and no longer regulates.` +
        (also.length > 0 ? ` The same at ${also.join(', ')}.` : ''),
      formula:
        `P_rail = P_return + ΔP_seat = ${both('pressure', regulator.returnPressure)} + ` +
        `${both('pressure', values.railGauge - regulator.returnPressure)} = ${both('pressure', values.railGauge)}; ` +
        `over what the diaphragm would hold at that flow by ${both('pressure', regulator.over)}`,
      source,
    },
    fixes: returnFixes(doc, state, clears),
  };
}

function railHigh(s: SettledState): Finding {
  const over = s.values.railGauge - s.values.required;
  return {
    code: 'RAIL_HIGH',
    severity: 'fix',
    stage: 'plumb',
    place: { id: s.values.regulator!.id, name: s.values.regulator!.name },
    stateId: s.state.id,
    title: `Rail stands ${both('pressure', over)} above set at ${s.state.label.toLowerCase()}.`,
    dimension: 'pressure',
    value: over,
    limit: RAIL_HIGH_LIMIT,
    why: {
      text: 'The regulator rises with the flow it must bypass. A larger seat rises less.',
      formula: `${both('pressure', s.values.railGauge)} − ${both('pressure', s.values.required)} = ${both('pressure', over)}`,
      source,
    },
    fixes: regulatorFixes(s.values.regulator!.id),
  };
}

function backPressure(doc: JobDocument, s: SettledState, back: number, limit: number): Finding {
  return {
    code: 'RETURN_BACK_PRESSURE',
    severity: 'fix',
    stage: 'plumb',
    place: tightestReturn(s),
    stateId: s.state.id,
    title: `Return back-pressure is ${both('pressure', back)} at idle.`,
    dimension: 'pressure',
    value: back,
    limit,
    why: {
      text: 'Back-pressure above about a third of the idle rail pressure leaves the regulator little to work with; heat or a clogged return then overruns it.',
      formula: `${both('pressure', back)} against 0.35 × ${both('pressure', s.values.railGauge)} = ${both('pressure', limit)}`,
      source,
    },
    fixes: returnFixes(doc, s.state, lowBackPressure),
  };
}

/** A return that only just stops the overrun is no cure: it must come under the back-pressure limit too. */
const lowBackPressure = (s: SettledState): boolean =>
  s.values.regulator!.returnPressure <= BACK_PRESSURE_SHARE * s.values.railGauge;

/** The piece behind the regulator that loses most: where to look, and what to enlarge. */
function tightestReturn(s: SettledState): Finding['place'] {
  const { stations, regulator } = s.values;
  const own = stations.find((t) => t.elementId === regulator!.id)!;
  const path = stations.filter((t) => t.pathId === own.pathId);
  const worst = path
    .slice(path.indexOf(own) + 1)
    .reduce((most, t) => (t.pUp - t.pDown > most.pUp - most.pDown ? t : most), own);
  return { id: worst.elementId, name: worst.name };
}

const returnRuns = (doc: JobDocument): [string, string][] =>
  Object.values(doc.plumbing.paths)
    .filter((p) => p.role === 'return')
    .flatMap((p) => p.order)
    .flatMap((id): [string, string][] => {
      const e = doc.plumbing.elements[id];
      return e?.kind === 'run' ? [[id, e.name]] : [];
    });

/** Smallest return size that clears the trouble, found by solving each; then the regulator, where that is what chokes. */
function returnFixes(
  doc: JobDocument,
  state: OperatingState,
  clears: (s: SettledState) => boolean,
): FindingFix[] {
  const works = (candidate: JobDocument): boolean => {
    const result = evaluateState(new CoupledSolver(candidate), state);
    return result.values !== null && clears({ ...result, values: result.values });
  };
  const fixes: FindingFix[] = [];
  const larger = enlargements(doc);
  const line = larger.find(({ doc: candidate }) => works(candidate));
  if (line) fixes.push({ label: `Make the return -${line.dash}`, patch: line.patch });
  for (const [id, e] of Object.entries(doc.plumbing.elements)) {
    if (e.kind !== 'bypass-regulator') continue;
    for (const size of Object.values(REGULATORS)) {
      if (size.cv <= e.cv) continue;
      const swapped = {
        ...doc,
        plumbing: {
          ...doc.plumbing,
          elements: { ...doc.plumbing.elements, [id]: { ...e, cv: size.cv, droop: size.droop } },
        },
      };
      const patch = regulatorPatch(id, size.cv, size.droop);
      if (works(swapped)) {
        fixes.push({ label: `Fit a regulator with a ${size.id} seat`, patch });
        break;
      }
      if (!line) {
        const bothChanges = enlargements(swapped).find(({ doc: candidate }) => works(candidate));
        if (bothChanges) {
          fixes.push({
            label: `Make the return -${bothChanges.dash} and fit a ${size.id} seat`,
            patch: [...bothChanges.patch, ...patch],
          });
          break;
        }
      }
    }
  }
  return fixes;
}

interface Enlargement {
  readonly dash: Dash;
  readonly doc: JobDocument;
  readonly patch: readonly PatchOperation[];
}

/** Whole return renewed in PTFE at each larger size: what is too small is not lengthened by a piece. */
function enlargements(doc: JobDocument): Enlargement[] {
  const runs = returnRuns(doc).map(([id]) => id);
  const smallest = Math.min(
    ...runs.map((id) => {
      const e = doc.plumbing.elements[id]!;
      return e.kind === 'run' ? e.dash : Infinity;
    }),
  );
  return sizesOf(HOSE_KINDS.ptfe)
    .filter((dash) => dash > smallest)
    .map((dash): Enlargement => {
      const elements = { ...doc.plumbing.elements };
      const patch: PatchOperation[] = [];
      for (const id of runs) {
        const e = elements[id]!;
        if (e.kind !== 'run' || e.dash >= dash) continue;
        const hose = HOSE_KINDS[e.hose].bores[dash] === undefined || e.existing ? ('ptfe' as const) : e.hose;
        const { boreM, ...rest } = e;
        // A line renewed is made up with new ends; what stood for the old one's fittings goes with it.
        const renewed = e.existing
          ? { ends: ['straight', 'straight'] as typeof e.ends, bendDegrees: 180, extraK: 0, existing: false }
          : {};
        elements[id] = { ...rest, dash, hose, ...renewed };
        patch.push({ op: 'replace', path: elementPath(id, 'dash'), value: dash });
        if (hose !== e.hose) patch.push({ op: 'replace', path: elementPath(id, 'hose'), value: hose });
        for (const [field, value] of Object.entries(renewed)) {
          patch.push({ op: 'replace', path: elementPath(id, field), value });
        }
        if (boreM !== undefined) patch.push({ op: 'remove', path: elementPath(id, 'boreM') });
      }
      return { dash, patch, doc: { ...doc, plumbing: { ...doc.plumbing, elements } } };
    });
}

const regulatorPatch = (id: string, cv: number, droop: number): PatchOperation[] => [
  { op: 'replace', path: elementPath(id, 'cv'), value: cv },
  { op: 'replace', path: elementPath(id, 'droop'), value: droop },
];

const regulatorFixes = (id: string): FindingFix[] => [
  {
    label: 'Fit a regulator with a large seat',
    patch: regulatorPatch(id, REGULATORS.large.cv, REGULATORS.large.droop),
  },
];

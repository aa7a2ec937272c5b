import { hasFactorySupply } from '../document/feeding-pumps.ts';
import { highPressurePumps } from '../document/consumers.ts';
import type { ElementOf, JobDocument } from '../document/job-document.ts';
import { risingPressure } from '../kinds/plumbing/rising-rate/shape.ts';
import type { OperatingState } from './states.ts';

/** Pressure a regulator is set to with its reference open to air, Pa gauge: the base unless it has its own. */
export const setPressure = (
  doc: JobDocument,
  e: ElementOf<'bypass-regulator'> | ElementOf<'blocking-regulator'>,
): number => e.setPa ?? doc.brief.basePressurePa;

/** What its set pressure becomes at a manifold pressure, Pa gauge. */
export const heldPressure = (
  doc: JobDocument,
  e: ElementOf<'bypass-regulator'> | ElementOf<'blocking-regulator'>,
  state: OperatingState,
): number => setPressure(doc, e) + (e.referenced ? e.ratio * state.manifold : 0);

/** The bypass regulator that rules: of several, the one set lowest. Its id and itself. */
function rulingBypass(doc: JobDocument): readonly [string, ElementOf<'bypass-regulator'>] | undefined {
  return Object.entries(doc.plumbing.elements)
    .flatMap(([id, e]) => (e.kind === 'bypass-regulator' ? [[id, e] as const] : []))
    .sort((a, b) => setPressure(doc, a[1]) - setPressure(doc, b[1]))[0];
}

/**
 * What the rails of one plan are asked to hold, read from it once: base, plus manifold pressure as far as the ruling regulator
 * follows it; under boost always, since the injectors need their pressure over the manifold whether it is given to them or not.
 * More where a rising-rate unit asks for more. A factory supply has no reference, and its rail needs none.
 */
export class RailDemand {
  /** The bypass regulator that rules, and its id. */
  readonly ruling: readonly [string, ElementOf<'bypass-regulator'>] | undefined;
  private readonly base: number;
  private readonly ratio: number;
  /** Nothing follows the manifold: boost is wanted on top all the same. */
  private readonly deaf: boolean;
  private readonly rising: readonly ElementOf<'rising-rate'>[];
  /** Least inlet pressure of the high-pressure pumps, Pa gauge; null: the injectors sit on the rails of this plan. */
  readonly floor: number | null;

  constructor(doc: JobDocument) {
    const elements = Object.values(doc.plumbing.elements);
    const factory = hasFactorySupply(doc);
    this.ruling = rulingBypass(doc);
    const regulator = this.ruling?.[1] ?? elements.find((e) => e.kind === 'blocking-regulator');
    const driver = elements.flatMap((e) => (e.kind === 'pump' && e.driver ? [e.driver] : []))[0];
    this.ratio = driver ? Number(driver.follows) : !factory && regulator?.referenced ? regulator.ratio : 0;
    const floors = highPressurePumps(doc).map(([, j]) => j.floorPa);
    this.floor = floors.length > 0 ? Math.max(...floors) : null;
    // A high-pressure pump's floor is a gauge figure: boost asks for nothing more.
    this.deaf =
      !factory && this.floor === null && (driver ? !driver.follows : regulator?.referenced === false);
    this.base = driver?.setPa ?? doc.brief.basePressurePa;
    this.rising = elements.filter((e) => e.kind === 'rising-rate');
  }

  /** The least that will do, Pa gauge: supply is judged by it. */
  least(state: OperatingState): number {
    return this.floor ?? this.at(state);
  }

  /** What regulators are to hold, Pa gauge. */
  at(state: OperatingState): number {
    const follows = this.deaf ? Math.max(0, state.manifold) : this.ratio * state.manifold;
    let most = this.base + follows;
    for (const e of this.rising) most = Math.max(most, risingPressure(e, state.manifold));
    return most;
  }
}

/** The least pressure the rails of a plan must have in one state, Pa gauge (see RailDemand). */
export const requiredRail = (doc: JobDocument, state: OperatingState): number =>
  new RailDemand(doc).least(state);

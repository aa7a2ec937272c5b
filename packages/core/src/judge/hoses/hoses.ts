import type { ElementOf } from '../../document/job-document.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import { dutyOf, hoseFaults, STIFF } from '../../supply/hose-choice.ts';
import { PAPER_ETHANOL } from '../../kinds/plumbing/filter/shape.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule } from '../context.ts';

interface HoseFigures {
  /** What the hose is sold as, and why it does not take the fuel. */
  readonly hose: string;
  readonly reason: string;
  /** Dash sizes it comes in. */
  readonly sizes: readonly number[];
}
export type HoseFound = Found<
  | 'HOSE_FUEL'
  | 'HOSE_SIZE'
  | 'HOSE_PRESSURE'
  | 'HOSE_HEAT'
  | 'HOSE_IN_TANK'
  | 'HOSE_OLD'
  | 'TUBE_MOVES'
  | 'FUEL_IN_CABIN',
  HoseFigures
>;
export type FilterMedia = Found<'FILTER_MEDIA', Record<string, never>>;

/** May this hose carry this fuel, at this pressure, in this place? */
export const hoseRule: FindingRule<HoseFound> = (context) =>
  Object.entries(context.doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'run' ? runFindings(id, e, context) : [],
  );

export type PartInCabin = Found<'PART_IN_CABIN', Record<string, never>>;

/** Fuel parts in the room the people sit in. */
export const cabinRule: FindingRule<PartInCabin> = ({ doc }) =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]): PartInCabin[] =>
    e.kind !== 'run' && e.standsIn === 'cabin'
      ? [
          {
            code: 'PART_IN_CABIN',
            severity: 'stop',
            stage: 'plumb',
            place: { of: 'part', id, name: e.name },
            dimension: 'count',
            value: 1,
            limit: 0,
            figures: {},
          },
        ]
      : [],
  );

/** Does the filter's element last in this fuel? */
export const filterRule: FindingRule<FilterMedia> = ({ doc }) =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]): FilterMedia[] =>
    e.kind === 'filter' && e.media === 'paper' && doc.brief.fuel.ethanol > PAPER_ETHANOL
      ? [
          {
            code: 'FILTER_MEDIA',
            severity: 'fix',
            stage: 'plumb',
            place: { of: 'part', id, name: e.name },
            dimension: 'fraction',
            value: doc.brief.fuel.ethanol,
            limit: PAPER_ETHANOL,
            figures: {},
          },
        ]
      : [],
  );

function runFindings(id: string, run: ElementOf<'run'>, context: FindingContext): HoseFound[] {
  const kind = HOSE_KINDS[run.hose];
  const place: Place = { of: 'part', id, name: run.name };
  const figures: HoseFigures = {
    hose: kind.name,
    reason: kind.fuelReason,
    sizes: Object.keys(kind.bores).map(Number),
  };
  const highest = settled(context)
    .flatMap((s) =>
      s.values.stations.filter((t) => t.elementId === id).map((t) => ({ s, p: Math.max(t.pUp, t.pDown) })),
    )
    .sort((a, b) => b.p - a.p)[0];
  const duty = dutyOf(context.doc, id, run, highest?.p);
  const out: HoseFound[] = [];
  for (const fault of hoseFaults(kind, duty))
    switch (fault) {
      case 'fuel':
        out.push({
          code: 'HOSE_FUEL',
          severity: 'fix',
          stage: 'parts',
          place,
          dimension: 'fraction',
          value: duty.ethanol,
          limit: kind.maxEthanol,
          figures,
        });
        break;
      case 'size':
        // Its own bore is known: the table’s is not asked.
        if (run.boreM === undefined)
          out.push({
            code: 'HOSE_SIZE',
            severity: 'fix',
            stage: 'plumb',
            place,
            dimension: 'count',
            value: run.dash,
            limit: figures.sizes[0] ?? 0,
            figures,
          });
        break;
      case 'pressure':
        out.push({
          code: 'HOSE_PRESSURE',
          severity: 'stop',
          stage: 'parts',
          place,
          stateId: highest!.s.state.id,
          dimension: 'pressure',
          value: highest!.p,
          limit: kind.ratedPa,
          figures,
        });
        break;
      case 'heat':
        out.push({
          code: 'HOSE_HEAT',
          severity: 'fix',
          stage: 'parts',
          place,
          dimension: 'temperature',
          value: duty.kelvin,
          limit: kind.maxK,
          figures,
        });
        break;
      case 'in-tank':
        if (!run.existing)
          out.push({
            code: 'HOSE_IN_TANK',
            severity: 'fix',
            stage: 'parts',
            place,
            dimension: 'count',
            value: 0,
            limit: 1,
            figures,
          });
        break;
      case 'age':
        out.push({
          code: 'HOSE_OLD',
          severity: 'fix',
          stage: 'parts',
          place,
          dimension: 'count',
          value: duty.years ?? 0,
          limit: duty.lastsYears ?? 0,
          figures,
        });
        break;
      case 'moves':
        out.push({
          code: 'TUBE_MOVES',
          severity: 'fix',
          stage: 'route',
          place,
          dimension: 'tape',
          value: duty.movement,
          limit: STIFF,
          figures,
        });
        break;
    }
  if (run.zone === 'cabin')
    out.push({
      code: 'FUEL_IN_CABIN',
      severity: 'stop',
      stage: 'plumb',
      place,
      dimension: 'count',
      value: 1,
      limit: 0,
      figures,
    });
  return out;
}

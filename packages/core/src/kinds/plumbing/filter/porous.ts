import { filterLoss } from '../../../flow/porous.ts';
import type { LossLaw } from '../../../flow/link-law.ts';
import type { LawSite, Step } from '../../contract.ts';

/** What filters and strainers have in common: they pass fuel through a wall of pores that clogs. */
export interface Porous {
  readonly lossAt400Pa: number;
  readonly clogged: number;
}

export const porousLoss = (e: Porous, { fuel }: LawSite): LossLaw =>
  filterLoss({ lossAt400: e.lossAt400Pa, clogged: e.clogged }, fuel);

/** Twice the area, clean. */
export const twiceTheArea = <E extends Porous>(e: E): Step<E> => ({
  element: { ...e, lossAt400Pa: e.lossAt400Pa / 2, clogged: 0 },
  change: { what: 'area' },
});

import { billLine } from '../../bill-line.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';
import { known, bosses } from '../../ports/usual.ts';
import { porousLoss, twiceTheArea } from './porous.ts';
import { filterShape, makeFilter, PAPER_ETHANOL, type Filter } from './shape.ts';

export const filter: PlumbingKind<Filter> = {
  shape: filterShape,
  faces: (e, site) => known(e, bosses(site)),
  law: steady(porousLoss),
  relief: () => BOTH_WAYS,
  open: true,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: twiceTheArea,
  lines: (e, { ethanol }) => [
    billLine(
      'components',
      `${e.name}, ${e.micron} µm, ${e.media.replace('-', ' ')}`,
      1,
      'each',
      '',
      e.media === 'paper' && ethanol > PAPER_ETHANOL ? 'paper does not last in ethanol' : undefined,
    ),
  ],
  mount: () => 'Filter bracket',
  caption: (e) => `${e.micron} µm`,
  offers: [{ key: 'filter', name: 'Filter', make: makeFilter }],
};

import { formatQuantity } from '../../../quantities/format.ts';
import { pipeRun } from '../../../flow/pipe.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';

import { runFaces } from './faces.ts';
import { runGeometry } from './geometry.ts';
import { HOSE_KINDS, sizesOf } from './hoses.ts';
import { runLines } from './lines.ts';
import { makeRun, runShape, type Run } from './shape.ts';
import { COMPLIANCE, WALL_EXPANSION } from './walls.ts';

export const run: PlumbingKind<Run> = {
  shape: runShape,
  faces: runFaces,
  law: steady((e, { fuel, minorK, roughness, joinK }) => {
    const pipe = runGeometry(e, joinK);
    return pipeRun({ ...pipe, minorK: pipe.minorK * minorK, roughness: pipe.roughness * roughness }, fuel);
  }),
  relief: () => BOTH_WAYS,
  open: true,
  line: (e) => {
    const { bore, length } = runGeometry(e);
    return { bore, length, zone: e.zone, compliance: COMPLIANCE[e.hose], expansion: WALL_EXPANSION[e.hose] };
  },
  give: () => 0,
  height: () => null,
  step: (e) => {
    const sizes = sizesOf(HOSE_KINDS[e.hose]);
    const next = sizes[sizes.indexOf(e.dash) + 1];
    if (!next) return null;
    const { boreM: _typed, ...rest } = e;
    return { element: { ...rest, dash: next }, change: { what: 'dash', from: e.dash, to: next } };
  },
  lines: runLines,
  mount: () => null,
  caption: (e, units) =>
    `${e.boreM === undefined ? `-${e.dash}` : formatQuantity('bore', e.boreM, 'metric').text}, ${formatQuantity('length', e.lengthM, units).text}`,
  offers: [{ key: 'run', name: 'Hose', make: () => makeRun('Hose', 8, 0.5, 'under-body', 45) }],
};

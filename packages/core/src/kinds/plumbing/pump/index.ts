import { component } from '../../bill-line.ts';
import { steady, type PlumbingKind } from '../../contract.ts';
import { bosses, IN_TANK, known } from '../../ports/usual.ts';
import { stoppedPump } from './law.ts';
import { PUMPS } from './generic-pumps.ts';
import { makePump, pumpShape, type Pump } from './shape.ts';
import { PSI } from '../../../quantities/constants.ts';

const stronger = (c: Pump['curve']): Pump['curve'] => ({ ...c, flows: c.flows.map((q) => q * 1.15) });

const TYPES = {
  turbine: 'turbine',
  'positive-displacement': 'gerotor, gear or roller',
  brushless: 'brushless',
};

/** Its class, by which it is bought: of the catalog or the library, else its type and a point of its curve. */
function classOf({ catalogueId, fromLibrary, type, curve }: Pump): string {
  const listed = PUMPS[catalogueId as keyof typeof PUMPS]?.name ?? fromLibrary?.name;
  if (listed) return `Fuel pump: ${listed}`;
  const at = Math.floor(curve.pressures.length / 2);
  return `Fuel pump: ${TYPES[type]}, ${Math.round(curve.flows[at]! * 3.6e6)} L/h class`;
}

/** Enough to order one like it where its model is not known: type, and a point of its curve in both units. */
function specified({ type, curve, outletCheck }: Pump, checkFollows: boolean): string {
  const at = Math.floor(curve.pressures.length / 2);
  const [pa, flow] = [curve.pressures[at]!, curve.flows[at]!];
  const point = `${Math.round(flow * 3.6e6)} L/h at ${(pa / PSI).toFixed(1)} psi (${Math.round(pa / 1e3)} kPa) and ${curve.volts} V`;
  // A check valve of its own on its line is a line of the list already.
  return `${TYPES[type]}, ${point}${outletCheck && !checkFollows ? ', check valve in its outlet' : ''}`;
}

export const pump: PlumbingKind<Pump> = {
  shape: pumpShape,
  faces: (e, site) => known(e, site.inTank ? IN_TANK : bosses(site)),
  // A running pump goes by its volts, which the supply of all pumps knows: here only what it is when it stands.
  law: steady((e) => stoppedPump(e.outletCheck)),
  // A module without a regulator carries a relief valve for the line in the heat.
  relief: (e) => ({ forward: true, backward: !e.outletCheck || e.driver !== undefined }),
  open: false,
  line: () => null,
  give: () => 0,
  height: (e) => e.elevationM,
  step: (e) => ({
    element: {
      ...e,
      curve: stronger(e.curve),
      ...(e.moreCurves ? { moreCurves: e.moreCurves.map(stronger) } : {}),
    },
    change: { what: 'flow' },
  }),
  lines: (e, { checkFollows }) => component(classOf(e), `${e.name}: ${specified(e, checkFollows)}`),
  mount: () => 'Pump cradle with rubber isolators',
  caption: (e) =>
    e.driver
      ? 'by controller'
      : e.speed
        ? 'speed by signal'
        : (e.catalogueId ?? (e.known === 'point' ? 'one point' : 'own curve')),
  offers: [{ key: 'pump', name: 'Pump', make: () => makePump('T340', 0) }],
};

import { evaluateStates } from '../../advise/evaluate-plan.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { StateResult, StateValues } from '../../engine/results.ts';
import type { StateKind } from '../../engine/states.ts';
import { meterResistance } from '../../kinds/plumbing/pump/meter-resistance.ts';
import { atMost, within } from '../bands.ts';
import type { MeasuredId, MeasuredProcedure, Step } from '../contract.ts';

/** Solved once a document: every list asks for one state or another of it. Documents are never written to. */
const SOLVED = new WeakMap<JobDocument, readonly StateResult[]>();
function statesOf(doc: JobDocument): readonly StateResult[] {
  const known = SOLVED.get(doc) ?? evaluateStates(doc);
  SOLVED.set(doc, known);
  return known;
}

/** A state’s numbers, where it settled. */
function valuesAt(
  doc: JobDocument,
  kind: StateKind,
): { readonly of: StateResult; readonly v: StateValues } | null {
  const of = statesOf(doc).find((s) => s.state.kind === kind && s.values);
  return of?.values ? { of, v: of.values } : null;
}

const GAUGE_HOW = 'Gauge at the rail or the regulator’s gauge port, vented, pointing at the eye.';
const LOW_PRESSURE =
  'Regulator set low or its seat worn; filter or line blocked; pump short of volts; air still in the line.';
const HIGH_PRESSURE =
  'Return too small or kinked; regulator set high; reference hose on where it should be off.';

function winding(doc: JobDocument): Step[] {
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): Step[] => {
    if (e.kind !== 'pump' || e.type === 'brushless') return [];
    const band = meterResistance(e.armatureOhms);
    return [
      {
        id: `${id}:ohms`,
        group: 'Windings',
        does: `${e.name}, across its two terminals`,
        how: 'Unplugged, cold. Touch the leads together first and take that off. Turn the shaft a little and read again: the lowest counts.',
        expects: {
          dimension: 'resistance',
          value: (band.low + band.high) / 2,
          low: Math.max(0.1, band.low * 0.6),
          high: band.high * 2,
        },
        ifLow: 'Shorted winding, or the leads’ own resistance taken off twice.',
        ifHigh: 'Worn brushes, burned commutator or an open winding; a corroded plug.',
      },
    ];
  });
}

/** Share of the way’s own drop that may come on top before it is a bad joint. */
const DROP_MORE = 1.35;
const DROP_LEAST = 0.1;

function volts(doc: JobDocument): Step[] {
  const at = valuesAt(doc, 'forced');
  if (!at) return [];
  return at.v.pumps.flatMap((p): Step[] => {
    if (!p.circuit) return [];
    const sum = (drops: readonly { readonly drop: number }[]) => drops.reduce((v, d) => v + d.drop, 0);
    const [feed, ground] = [sum(p.circuit.feed), sum(p.circuit.ground)];
    const most = (drop: number) => Math.max(drop * DROP_MORE, drop + DROP_LEAST);
    return [
      {
        id: `${p.id}:volts`,
        group: p.name,
        does: `Volts at ${p.name.toLowerCase()}, running`,
        how: 'Probe both pump terminals from behind, pump forced, engine off.',
        expects: within('volts', p.volts),
        ifLow:
          'Battery low; a thin or copper-clad wire; relay, fuse or ground joint that drops: read the two drops below. 0.1 V or less: the feed is open.',
        ifHigh: 'Charger on the battery, or the pump draws too little: is it running dry?',
      },
      {
        id: `${p.id}:feed-drop`,
        group: p.name,
        does: 'Drop on the feed: battery + to pump +',
        how: 'One probe on the battery’s + post, one on the pump’s + terminal, running.',
        expects: atMost('volts', feed, most(feed)),
        ifHigh: 'Relay contact, fuse holder, crimp or plug that gets warm; wire too thin for its length.',
      },
      {
        id: `${p.id}:ground-drop`,
        group: p.name,
        does: 'Drop on the ground: pump − to battery −',
        how: 'One probe on the pump’s − terminal, one on the battery’s − post, running.',
        expects: atMost('volts', ground, most(ground)),
        ifHigh: 'Paint or rust under the ground lug; ground strap of the engine or body; shared ground.',
      },
      {
        id: `${p.id}:amps`,
        group: p.name,
        does: `Amps of ${p.name.toLowerCase()}`,
        how: 'Clamp meter round the feed, running.',
        expects: within('amps', p.current),
        ifLow: 'Running dry or against little pressure; worn pump; volts low.',
        ifHigh: 'Pressure high, blocked filter or return; pump binding.',
      },
    ];
  });
}

function prime(doc: JobDocument): Step[] {
  const at = valuesAt(doc, 'prime');
  return at
    ? [
        {
          id: 'prime:rail',
          group: 'Key on, engine not turning',
          does: 'Rail at the end of the prime',
          how: `${GAUGE_HOW} Turn the key on several times until the reading is the same twice.`,
          expects: within('pressure', at.v.railGauge),
          ifLow: 'Air still in the line: prime again. Check valve leaking back; prime too short.',
          ifHigh: HIGH_PRESSURE,
        },
      ]
    : [];
}

function basePressure(doc: JobDocument): Step[] {
  const forced = valuesAt(doc, 'forced');
  const idle = valuesAt(doc, 'idle');
  if (!forced?.v.regulator) return [];
  const group = 'Pump forced, engine off';
  return [
    {
      id: 'base:before',
      group,
      does: 'As found, reference hose off',
      how: `Take the reference hose off the regulator and plug it at the manifold. ${GAUGE_HOW}`,
    },
    {
      id: 'base:set',
      group,
      does: 'Adjusted, before the lock nut',
      how: 'Turn the screw, wait, tap the gauge, read.',
      expects: within('pressure', forced.v.railGauge),
      ifLow: LOW_PRESSURE,
      ifHigh: HIGH_PRESSURE,
    },
    {
      id: 'base:locked',
      group,
      does: 'Locked',
      how: 'Hold the screw while the nut goes tight: it likes to turn with it.',
      expects: within('pressure', forced.v.railGauge),
      ifLow: 'The screw turned back with the nut: set it again.',
      ifHigh: 'The screw turned in with the nut: set it again.',
    },
    ...(idle
      ? [
          {
            id: 'base:hose-on',
            group: 'Engine idling hot',
            does: 'Reference hose back on',
            how: 'It must fall by the manifold vacuum. Tie the hose after this reading, not before.',
            expects: within('pressure', idle.v.railGauge),
            ifLow: 'More vacuum than the plan has at idle; regulator set low.',
            ifHigh:
              'Reference hose not on, split, or before the throttle; return too small, so that it cannot fall further.',
          },
        ]
      : []),
  ];
}

/** Hand-pump pressures tried, Pa: as they are read on the pump, in psi. */
const APPLIED_PSI = [0, 5, 10, 15] as const;
const PSI = 6894.757293168;

function reference(doc: JobDocument): Step[] {
  const forced = valuesAt(doc, 'forced');
  const reg = Object.values(doc.plumbing.elements).find(
    (e) => e.kind === 'bypass-regulator' || e.kind === 'blocking-regulator',
  );
  if (!forced || !reg || !reg.referenced) return [];
  const ratio = 'ratio' in reg ? reg.ratio : 1;
  return APPLIED_PSI.map((psi) => ({
    id: `reference:${psi}`,
    group: 'Hand pump on the reference port, pump forced',
    does: psi === 0 ? 'Rail, port open to air' : 'Rail, with this on the port:',
    ...(psi === 0 ? {} : { at: { dimension: 'pressure' as const, value: psi * PSI } }),
    how: 'Pump it up, wait until both needles stand.',
    expects: within('pressure', forced.v.railGauge + ratio * psi * PSI),
    ifLow: 'Diaphragm leaks, hose off or split; rail cannot rise: pump at its limit.',
    ifHigh: 'Another ratio than planned, or a regulator that sticks.',
  }));
}

function flowCatch(doc: JobDocument): Step[] {
  const forced = valuesAt(doc, 'forced');
  if (!forced || !(forced.v.bypassFlow > 0)) return [];
  const flow = forced.v.bypassFlow;
  return [
    {
      id: 'catch:return',
      group: 'Return into a measured can, pump forced',
      does: 'Flow out of the return',
      how: 'Fuel-rated can on the ground and bonded, return end below the tank’s level. Time a gallon, or catch for 15 seconds. Note the rail pressure meanwhile.',
      expects: within('flow', flow),
      ifLow: 'Pump worn or short of volts; strainer or filter blocked; suction drawing air.',
      ifHigh: 'Rail pressure lower than set; a larger pump than planned.',
    },
    {
      id: 'catch:rail',
      group: 'Return into a measured can, pump forced',
      does: 'Rail meanwhile',
      how: GAUGE_HOW,
      expects: within('pressure', forced.v.railGauge),
      ifLow: LOW_PRESSURE,
      ifHigh: HIGH_PRESSURE,
    },
  ];
}

function atState(kind: StateKind, group: string, how: string) {
  return (doc: JobDocument): Step[] => {
    const at = valuesAt(doc, kind);
    if (!at) return [];
    const pump = at.v.pumps.find((p) => p.volts > 0.5);
    return [
      {
        id: `${kind}:rail`,
        group,
        does: 'Rail',
        how,
        expects: within('pressure', at.v.railGauge),
        ifLow: LOW_PRESSURE,
        ifHigh: HIGH_PRESSURE,
      },
      ...(pump
        ? [
            {
              id: `${kind}:volts`,
              group,
              does: `Volts at ${pump.name.toLowerCase()}`,
              how: 'Probed from behind at the pump.',
              expects: within('volts', pump.volts),
              ifLow: 'Battery, charging, or a joint on the way: read the drops.',
              ifHigh: 'Charging above what was planned.',
            },
          ]
        : []),
    ];
  };
}

const HOT = 'After 15 to 30 minutes shut down hot, then started again. ';

/** Tests that are lists of readings, in the order they are done; a new one is its steps and its line here. */
export const MEASURED: Readonly<Record<MeasuredId, MeasuredProcedure>> = {
  winding: {
    id: 'winding',
    name: 'Windings',
    intro: 'Before anything is powered: a meter on each brushed pump, unplugged.',
    cautions: ['wiring'],
    steps: winding,
  },
  volts: {
    id: 'volts',
    name: 'Volts, drops and amps',
    intro: 'Each pump running against its pressure, engine off.',
    cautions: ['wiring', 'fuel'],
    steps: volts,
  },
  prime: {
    id: 'prime',
    name: 'Prime',
    intro: 'Several key cycles; listen for each pump; look for leaks before the pressure is judged.',
    cautions: ['fuel'],
    steps: prime,
  },
  'base-pressure': {
    id: 'base-pressure',
    name: 'Base pressure',
    intro: 'Hose off and plugged, read, adjust, lock, read again, hose on, read.',
    cautions: ['fuel'],
    steps: basePressure,
  },
  reference: {
    id: 'reference',
    name: 'Reference',
    intro: 'A hand pump on the regulator’s port: the rail follows it one for one, or by its ratio.',
    cautions: ['fuel'],
    steps: reference,
  },
  'flow-catch': {
    id: 'flow-catch',
    name: 'Flow catch',
    intro: 'The return run into a can for a measured time, at pressure.',
    cautions: ['fuel'],
    steps: flowCatch,
  },
  cranking: {
    id: 'cranking',
    name: 'Cranking',
    intro: 'Oil pressure first, with fuel and spark off. Then cranked with the pump on.',
    cautions: ['fuel', 'running'],
    steps: atState('cranking', 'While the starter turns', GAUGE_HOW),
  },
  running: {
    id: 'running',
    name: 'Running check',
    intro: 'Idling warm: eyes on every joint before eyes on the gauge.',
    cautions: ['fuel', 'running'],
    steps: atState('idle', 'Idling, warm', GAUGE_HOW),
  },
  'hot-soak': {
    id: 'hot-soak',
    name: 'Hot restart',
    intro: `${HOT}It starts at once, and the pressure is the same as before.`,
    cautions: ['fuel', 'running'],
    steps: (doc) =>
      atState(
        'idle',
        'Started again hot, idling',
        `${HOT}${GAUGE_HOW}`,
      )(doc)
        .slice(0, 1)
        .map((s) => ({
          ...s,
          id: 'hot-restart:rail',
          ifLow: `Vapor at the pump’s inlet or in the line. ${s.ifLow}`,
        })),
  },
};

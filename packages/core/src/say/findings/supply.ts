import { atPlace } from '../../quantities/power-place.ts';
import type { PumpBeyondCurve } from '../../judge/supply/curve.ts';
import type { InjectorDuty, InjectorPressure, InjectorStarved } from '../../judge/supply/injectors.ts';
import type { SupplyShort } from '../../judge/supply/margin.ts';
import type { PrimeNotHeld } from '../../judge/supply/prime-hold.ts';
import type { PushesIntoSuction } from '../../judge/supply/pushes-into-suction.ts';
import type { ReliefLow } from '../../judge/supply/relief.ts';
import type { RunsBack } from '../../judge/supply/runs-back.ts';
import type { RailDry } from '../../judge/supply/dry.ts';
import type { HighPressureShort } from '../../judge/supply/high-pressure.ts';
import type { RailSag } from '../../judge/supply/sag.ts';
import type { FuelBoils, SuctionVapor } from '../../judge/supply/suction.ts';
import { inState } from '../state.ts';
import { percent, percentBeside, percentShort, taken, type Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

/** More than this share of its fuel reads as all of it. */
const ALL = 0.995;
/** A pump warmed by more than this is worth a word, K. */
const WARMED = 2;

export const supplyShort: Words<SupplyShort> = ({ value: m, figures: f }, q) => {
  const gets = f.delivered < ALL ? ` and the engine gets ${percent(f.delivered)} of its fuel` : '';
  const falls = ` The ${f.lowSide ? 'low side' : 'rail'} falls to ${q('pressure', f.rail)}${gets}: the mixture goes lean.`;
  return {
    title:
      m < 0
        ? `Not enough fuel at ${f.rpm.toFixed(0)} rpm: ${percentShort(-m)} short.`
        : `Only ${percentBeside(m, f.asked)} to spare at ${f.rpm.toFixed(0)} rpm; ${percent(f.asked)} wanted.`,
    text: `At ${q('pressure', f.required)} the feed side delivers ${q('flow', f.available)}; the engine takes ${q('flow', f.draw)}.${m < 0 ? falls : ''}`,
    formula: `${q('flow', f.available)} ÷ ${q('flow', f.draw)} − 1 = ${percent(m, 1)}`,
    source: 'pump curve at the volts it gets, Darcy–Weisbach feed losses; 15% margin is common practice',
  };
};

export const railDry: Words<RailDry> = ({ place, figures: f }) => ({
  title: `No fuel reaches ${withinSentence(place.name)} at ${f.states.map(inState).join(', ')}.`,
  text: f.waiting
    ? 'Every pump that feeds it waits for its trigger there: the engine does not start, or stops.'
    : 'Everything on the way to it is shut or leads nowhere.',
  formula: 'delivered ÷ wanted = 0%',
  source: 'joint solve of plumbing and wiring',
});

export const highPressureShort: Words<HighPressureShort> = ({ value: m, limit, figures: f }, q) => ({
  title:
    m < 0
      ? `The high-pressure ${f.pumps.length > 1 ? 'pumps deliver' : 'pump delivers'} ${percentShort(-m)} too little at ${f.rpm.toFixed(0)} rpm: it ends at ${q('power', f.power)} ${atPlace(f.basis)}.`
      : `Only ${percentBeside(m, limit)} to spare, ${percent(limit)} wanted, in the high-pressure ${f.pumps.length > 1 ? 'pumps' : 'pump'} at ${f.rpm.toFixed(0)} rpm.`,
  text: `The engine takes ${q('flow', f.draw)} there for ${q('power', f.wanted)} ${atPlace(f.basis)}. No low side cures it: larger internals, another cam lobe, a second pump, or fuel from port injectors.`,
  formula: `${f.pumps.map((p) => `${q('smallVolume', p.swept)} × ${p.lobes} lobes × ${f.rpm.toFixed(0)} rpm ÷ 2 × ${p.efficiency}`).join(' + ')} = ${q('flow', f.capacity)}`,
  source: 'geometry of a cam-driven pump; 0.85 is typical, and figures belong to the model of car',
});

export const railSag: Words<RailSag> = ({ value, limit, figures: f }, q) => ({
  title: f.lowSide
    ? `The low side falls ${q('pressure', f.short)} under the high-pressure pump’s floor at ${inState(f.state)}.`
    : `Rail pressure falls ${q('pressure', f.short)} below set at ${inState(f.state)}.`,
  text: `The bypass is shut: the engine takes all the pump delivers${f.delivered < ALL ? `, and gets ${percent(f.delivered)} of the fuel it wants` : ''}; the mixture goes lean.`,
  formula: `${q('pressure', value)} against ${q('pressure', limit)}`,
  source: 'joint solve of plumbing and wiring',
});

/** Flow that is none, m³/s: 0.5 L/h. */
const NOTHING = 0.5 / 3.6e6;

export const suctionVapor: Words<SuctionVapor> = ({ value, place, figures: f }, q) => ({
  title:
    f.most === null
      ? `${place.name} has ${q('pressure', Math.max(0, value))} over vapor at its inlet${value < 0 ? ': the fuel there boils' : ''}.`
      : f.most < NOTHING
        ? `${place.name} draws vapor only: at ${q('pressure', f.inlet)} the fuel in front of it boils.`
        : `${place.name} draws vapor: its suction lets no more than ${q('flow', f.most)} through.`,
  text:
    'Below the fuel’s vapor pressure the pump draws vapor and its flow collapses. Larger or shorter suction, a cleaner strainer, a lower pump or cooler fuel helps.' +
    (f.warmedBy > WARMED
      ? ` The fuel reaches it at ${q('temperature', f.kelvin)}: it goes round and takes up the pump’s heat.`
      : ''),
  formula: `P_inlet − P_vapor at ${q('temperature', f.kelvin)}: ${taken(q('pressure', f.inlet), q('pressure', f.vapor))} (absolute pressures)`,
  source: 'AP-42 chapter 7 form for vapor pressure; limits are common practice',
});

export const fuelBoils: Words<FuelBoils> = ({ value, limit, figures: f }, q) => ({
  title: `The fuel boils in the tank at ${q('temperature', f.kelvin)}.`,
  text: 'Its vapor pressure there is more than the air presses on it with: no pump, strainer or line changes that. Fuel of a lower vapor pressure, or cooler fuel, does.',
  formula: `vapor ${q('pressure', value)} against air ${q('pressure', limit)} (absolute pressures)`,
  source: 'AP-42 chapter 7 form for vapor pressure',
});

export const injectorDuty: Words<InjectorDuty> = ({ value: duty, limit, figures: f }, q) => ({
  title:
    duty > 1
      ? `Injectors wide open pass ${percentBeside(1 / duty, 1)} of what the engine wants at ${f.rpm.toFixed(0)} rpm.`
      : `Injectors are open ${percentBeside(duty, limit)} of the time at ${f.rpm.toFixed(0)} rpm.`,
  text:
    duty > 1
      ? 'They are open all the time and the engine runs lean whatever the pump does.'
      : 'Above the limit they no longer meter.',
  formula:
    duty > 1
      ? `${f.count} × ${q('injectorFlow', f.staticFlow)} × √(${q('pressure', f.differential)} ÷ ${q('pressure', f.rated)}) ÷ ${q('flow', f.draw)} = ${percentBeside(1 / duty, 1)}`
      : `(${q('flow', f.draw)} ÷ ${f.count}) ÷ (${q('injectorFlow', f.staticFlow)} × √(${q('pressure', f.differential)} ÷ ${q('pressure', f.rated)})) = ${percentBeside(duty, limit)}`,
  source: 'orifice law; 85% duty is common practice',
});

export const injectorStarved: Words<InjectorStarved> = ({ figures: f }, q) => ({
  title: `Nothing drives fuel through the injectors at ${inState(f.state)}.`,
  text: 'The rail stands no higher than the manifold: they may stay open all the time and pass nothing.',
  formula: `rail − manifold: ${taken(q('pressure', f.rail), q('pressure', f.manifold))}`,
  source: 'joint solve of plumbing and wiring',
});

export const injectorPressure: Words<InjectorPressure> = ({ value, limit, figures: f }, q) => ({
  title: `Injectors see ${q('pressure', value)} at ${inState(f.state)} and may not open.`,
  text: 'An injector cannot lift its needle against more than its maker’s greatest pressure.',
  formula: `${q('pressure', value)} against ${q('pressure', limit)}`,
  source: 'maker’s figure as entered in the brief',
});

export const pumpBeyondCurve: Words<PumpBeyondCurve> = ({ value, limit, place, figures: f }, q) =>
  f.covers
    ? {
        title: `${place.name} gets ${q('volts', value)} at ${inState(f.state)}; its data cover ${q('volts', f.covers.least)} to ${q('volts', f.covers.most)}.`,
        text: 'Outside those volts its flow and current are a continuation of its data, not a measurement. A curve taken at these volts, entered with the pump, settles it.',
        formula: `${q('volts', value)} against ${q('volts', limit)}`,
        source: 'range of the curve entered',
      }
    : {
        title: `${place.name} is asked for more than its curve covers at ${inState(f.state)}.`,
        text: 'Beyond the last point the flow is a continuation of the curve, not a measurement.',
        formula: `${q('pressure', value)} at ${q('volts', f.volts)}, where its curve ends at ${q('pressure', limit)}`,
        source: 'range of the curve entered',
      };

export const primeNotHeld: Words<PrimeNotHeld> = ({ value, figures: f }, q) => ({
  title: 'Pressure does not hold after shut-off.',
  text: 'Nothing stops the fuel running back through the stopped pump, so each start cranks until the line has filled. A check valve upstream of the regulator is harmless: the regulator relieves it.',
  formula: `${q('pressure', value)} left of ${q('pressure', f.base)}`,
  source: 'common practice',
});

/** “Pump 1”, not “Pump 1, always on”. */
const short = (name: string): string => name.split(',')[0]!;

export const runsBack: Words<RunsBack> = ({ value, place, figures: f }, q) => {
  const pushers = f.pushers.length > 0 ? f.pushers.map(short).join(' and ') : 'The supply';
  return {
    title: `${pushers} ${f.pushers.length > 1 ? 'pump' : 'pumps'} back through ${withinSentence(short(place.name))}, which is off and has no check valve.`,
    text: `That fuel goes back to the tank instead of to the rail, which has ${q('pressure', f.rail)} where ${q('pressure', f.required)} are wanted (${inState(f.state)}). Each of several pumps needs a check valve of its own, behind it and ahead of where the lines meet. What is short even with that valve is told on its own.`,
    formula: `${q('flow', value)} back${f.pumped > 0 ? ` of ${q('flow', f.pumped)} pumped` : ''}`,
    source: 'joint solve; a stopped pump leaks 100 L/h at 100 kPa (estimate)',
  };
};

export const reliefLow: Words<ReliefLow> = ({ value, limit, place, figures: f }, q) => ({
  title: `The relief valve of ${withinSentence(place.name)} opens at ${q('pressure', f.relief)}; ${inState(f.state)} needs ${q('pressure', value)} of it.`,
  text: 'From there on it sends fuel back inside the pump, and the rail falls behind however large the pump is. A larger pump with the same valve does not help: one whose valve opens later, a lower base pressure, or less loss in the feed does.',
  formula:
    f.lacks > 0
      ? `${q('pressure', f.rise)} raised + ${q('pressure', f.lacks)} the rail lacks = ${q('pressure', value)}, against ${q('pressure', f.relief)}`
      : `${q('pressure', value)} raised, against ${q('pressure', f.relief)}; ${q('pressure', f.relief - limit)} between them at the least`,
  source: 'joint solve; the distance is common practice',
});

export const pushesIntoSuction: Words<PushesIntoSuction> = ({ value, place, figures: f }, q) => ({
  title: `${f.pushers.map(short).join(' and ')} ${f.pushers.length > 1 ? 'push' : 'pushes'} fuel back to the tank through the line by which ${withinSentence(f.suckers.map(short).join(' and '))} ${f.suckers.length > 1 ? 'draw' : 'draws'}.`,
  text: `Nothing shuts that line (${inState(f.state)}): what goes back does not reach the rail. A check valve in it lets the other pump draw and holds the rest.`,
  formula: `${q('flow', value)} back through ${withinSentence(place.name)}`,
  source: 'joint solve',
});

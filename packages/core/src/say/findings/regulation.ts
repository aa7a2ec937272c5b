import type { RegulatorsContradict } from '../../judge/regulation/contradictions.ts';
import type { CappedRails } from '../../judge/regulation/capped.ts';
import type { RailLow } from '../../judge/regulation/low.ts';
import type { Unreferenced } from '../../judge/regulation/reference.ts';
import type { RailHigh, ReturnBackPressure, ReturnOverrun } from '../../judge/regulation/regulation.ts';
import type { SupplementarySet } from '../../judge/regulation/supplementary.ts';
import type { ValveCore } from '../../judge/regulation/valve-core.ts';
import { withinSentence } from '../../quantities/text.ts';
import { inState } from '../state.ts';
import type { Words } from '../words.ts';
import { manifoldWords, percent, taken } from '../words.ts';

const source =
  'Darcy–Weisbach with Colebrook; seat by its Cv (ISA 75.01); 35% back-pressure limit: common practice';

export const returnOverrun: Words<ReturnOverrun> = ({ severity, value: rail, figures: f }, q) => ({
  title:
    severity === 'stop'
      ? `The return is overrun at ${inState(f.state)}: the rail climbs to ${q('pressure', rail)}.`
      : `The return is near its limit at ${inState(f.state)}, hit-or-miss in practice: the rail climbs to ${q('pressure', rail)}.`,
  text:
    `At the set pressure ${q('flow', f.atSet)} must go back to the tank; regulator seat and return line carry ` +
    `${q('flow', f.capacity)}: ${percent(f.atSet / f.capacity - 1)} too much. The regulator is wide open and no longer regulates.` +
    (f.also.length > 0 ? ` The same at ${f.also.map(inState).join(', ')}.` : ''),
  formula:
    `P_rail = P_return + ΔP_seat = ${q('pressure', f.returnPressure)} + ` +
    `${q('pressure', rail - f.returnPressure)} = ${q('pressure', rail)}; ` +
    `over what the diaphragm would hold at that flow by ${q('pressure', f.over)}`,
  source: `${source}; pumps to 5%, losses to 20%: beyond 10% over it is sure`,
});

export const railHigh: Words<RailHigh> = ({ value: over, figures: f }, q) => ({
  title: `${f.lowSide ? 'The low side is' : 'The rail is'} ${q('pressure', over)} above set at ${inState(f.state)}.`,
  text: 'The regulator rises with the flow it must bypass. A larger seat rises less.',
  formula: taken(q('pressure', f.rail), q('pressure', f.required)),
  source,
});

export const railLow: Words<RailLow> = ({ value: short, figures: f }, q) => ({
  title: `${f.lowSide ? 'The low side is' : 'The rail is'} ${q('pressure', short)} low at ${inState(f.state)}, with fuel to spare.`,
  text:
    'Fuel goes back past the regulator, so this is no lack of supply: ' +
    (f.wanted - f.set > short / 2
      ? 'the regulator is set too low.'
      : f.inlet - f.rail > short / 2
        ? f.spur
          ? `${withinSentence(f.spur.name)} loses ${q('pressure', f.spur.loss)} between regulator and rail.`
          : 'the pressure is lost between rail and regulator.'
        : 'with little to bypass its diaphragm lets the pressure fall. A larger seat falls less.'),
  formula:
    `${q('pressure', f.set)} set, ${q('pressure', f.inlet)} at the regulator, ` +
    `${q('pressure', f.rail)} at the rail; ${q('pressure', f.wanted)} wanted`,
  source,
});

export const unreferenced: Words<Unreferenced> = ({ value: left, place, figures: f }, q) => ({
  title: `${place.name} does not feel the boost: ${q('pressure', left)} over the injectors at ${inState(f.state)}.`,
  text:
    `Boost pushes back against the injectors. With its port open to air the regulator holds the same rail, and what is left for the ` +
    `injectors falls from ${q('pressure', f.base)} by every psi of boost: the mixture goes lean where it matters most.`,
  formula: taken(q('pressure', f.rail), q('pressure', f.manifold)),
  source:
    'injector flow goes with the square root of the pressure over it; a 1:1 reference keeps it: common practice',
});

export const returnBackPressure: Words<ReturnBackPressure> = ({ value: back, limit, figures: f }, q) => ({
  title: `Return back-pressure is ${q('pressure', back)} at idle.`,
  text: 'Back-pressure above 35% of the idle rail pressure leaves the regulator little to work with; heat or a clogged return then overruns it.',
  formula: `${q('pressure', back)} against 0.35 × ${q('pressure', f.rail)} = ${q('pressure', limit)}`,
  source,
});

export const regulatorsContradict: Words<RegulatorsContradict> = (
  { value: high, limit: low, place, figures: f },
  q,
) =>
  f.blocking
    ? {
        title: `${place.name} passes at ${q('pressure', high)}, but ${f.lower} lets go at ${q('pressure', low)}.`,
        text: 'The first never gets its pressure and is wide open, the second bypasses all the pump gives: the first might as well not be there.',
        formula: `${q('pressure', high)} > ${q('pressure', low)}`,
        source: 'common practice',
      }
    : {
        title: `${place.name} and ${f.lower} work on the same fuel; the lower one rules.`,
        text: 'Nothing keeps the two apart, so all that is bypassed goes through the one set lower and the other never opens. Take one out, or put a check valve between them.',
        formula: `${q('pressure', low)} against ${q('pressure', high)}`,
        source: 'common practice',
      };

export const supplementarySet: Words<SupplementarySet> = (
  { code, value: highest, place, figures: f },
  q,
) => ({
  title:
    code === 'SUPPLEMENTARY_LOW'
      ? `${place.name} is set below the factory rail and never feeds.`
      : `${place.name} reaches ${q('pressure', highest - f.factory)} above the factory rail.`,
  text:
    code === 'SUPPLEMENTARY_LOW'
      ? 'Its fuel cannot open the check valve against the factory pressure.'
      : 'The factory regulator then has to bypass whatever comes, and is overrun. Set it 0–2 psi above the factory rail and leave its vent open to air.',
  formula: `${q('pressure', highest)} against ${q('pressure', f.factory)} to ${q('pressure', f.to)}`,
  source: 'common practice',
});

export const valveCore: Words<ValveCore> = ({ value: k, place, figures: f }, q) => ({
  title: `The valve core is still in: ${place.name}.`,
  text: 'A service port passes fuel past its core only through slots made for a gauge. Where a line joins there the core comes out.',
  formula: `K ${k} on ${q('bore', f.bore)}`,
  source: 'common practice',
});

export const cappedRails: Words<CappedRails> = ({ severity, figures: f }, q) => ({
  title:
    severity === 'fix'
      ? `Rails without an outlet at ${q('power', f.power)} at the crank: lead the return from their far end.`
      : `The ${f.rails.length > 1 ? 'rails have' : 'rail has'} no outlet: pulsation, vapor and heat stay in ${f.rails.length > 1 ? 'them' : 'it'}.`,
  text: 'The regulator sits ahead of them, so no flow sweeps through. Steady flow cannot predict pulsation: at high power one cylinder may run lean while the gauge looks right. Move the regulator behind the rails, or fit a damper.',
  formula: `${q('power', f.power)} at the crank and ${manifoldWords(q, f.boost)}; a word from ${q('power', f.from[0])} or under boost, fed through from ${q('power', f.from[1])}`,
  source: 'common practice; pulsation is not computed',
});

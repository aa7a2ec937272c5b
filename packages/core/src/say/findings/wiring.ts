import type { TapLost } from '../../judge/wiring/taps.ts';
import type {
  ChargesTooLow,
  ChargingShort,
  CrankFeedDrops,
  CrankingDip,
  StarterCable,
} from '../../judge/wiring/budget.ts';
import type { ContactLoaded, TappedFeed, TerminalSmall } from '../../judge/wiring/contacts.ts';
import type { FuseFound, NoFuse } from '../../judge/wiring/fuses.ts';
import type { JointDrop } from '../../judge/wiring/joints.ts';
import type { CopperClad, WireDrop, WireOverloaded } from '../../judge/wiring/wires.ts';
import { inState } from '../state.ts';
import type { Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

export const chargesTooLow: Words<ChargesTooLow> = ({ value, limit }, q) => ({
  title: `Charging at ${q('volts', value)} is no more than the battery’s ${q('volts', limit)} at rest.`,
  text: 'An alternator that charges stands above the battery at rest. One of the two figures is wrong, or nothing charges and every running pump is judged too weak.',
  formula: `charging ${q('volts', value)} against ${q('volts', limit)} at rest`,
  source: 'common practice',
});

export const chargingShort: Words<ChargingShort> = ({ value, limit, figures: f }, q) => ({
  title: `Everything together takes ${q('amps', value)} at idle; the alternator gives ${q('amps', limit)}.`,
  text: 'The battery pays the rest and its volts fall toward 12 V: the pumps slow down just as the tank of a hot car wants them. Slow or stage a pump at idle, or fit a larger alternator.',
  formula: `planned ${q('amps', f.planned)} + the car’s own ${q('amps', f.car)}`,
  source: 'charging budget at idle; common practice',
});

export const crankingDip: Words<CrankingDip> = ({ value, limit, figures: f }, q) => ({
  title: `Cranking pulls the battery down to ${q('volts', value)}; it should keep ${q('volts', limit)}.`,
  text: 'Pump and controller get what is left. If the battery holds and the starter still sees 7–8 V, the missing volts are in the cable or its joints.',
  formula: `${q('volts', f.battery)} − ${q('amps', f.amps)} × ${q('resistance', f.ohms)}`,
  source: 'common practice',
});

export const crankFeedDrops: Words<CrankFeedDrops> = ({ figures: { pumps } }) => ({
  title: `No pump runs while the engine cranks: the ignition feed goes dead with the starter.`,
  text: `${pumps.join(' and ')} ${pumps.length === 1 ? 'hangs' : 'hang'} on it by the relay’s coil. Prime pressure may start the engine once and not the next time. Take the coil’s feed from a wire that stays live in crank, and measure it with the key held at start.`,
  formula: 'pumps that feed the rail while cranking: none',
  source: 'ignition feed as looked up for this car; common practice',
});

export const starterCable: Words<StarterCable> = ({ value, limit, figures: f }, q) => ({
  title: `The starter’s ${f.size} cables lose ${q('volts', value)} while it turns; ${q('volts', limit)} is what good cables lose.`,
  text: `The battery keeps ${q('volts', f.battery)} and the starter sees ${q('volts', f.battery - value)}: slow cranking that a new battery does not cure. A battery in the trunk wants heavier cable.`,
  formula: `${q('amps', f.amps)} × ${q('length', f.length)} of ${f.size} = ${q('amps', f.amps)} × ${q('resistance', f.ohms)}`,
  source: 'ASTM B258 resistance; half a volt is common practice',
});

const CONTACTS = {
  RELAY_LOADED: [
    'switches',
    'contact',
    'A motor load needs headroom on the contact; sockets and shared terminals heat first.',
  ],
  SWITCH_LOADED: [
    'switches',
    'contact',
    'A switch should carry a relay’s coil, 0.15 A, not the motor: its contact burns or welds shut.',
  ],
  CONTROLLER_LOADED: [
    'gives',
    'controller',
    'It limits its current or shuts down to save itself, just when the engine asks for most. Its maker’s figure wins.',
  ],
  PIN_LOADED: [
    'passes',
    'pin',
    'The pins of a tank hat or a small plug carry only so much: they heat, lose their spring and melt the housing. Studs, or a plug of its own for each pump.',
  ],
} as const satisfies Readonly<Record<ContactLoaded['code'], readonly [string, string, string]>>;

export const contactLoaded: Words<ContactLoaded> = ({ code, value, limit, place, figures: f }, q) => {
  const [verb, part, text] = CONTACTS[code];
  return {
    title: `${place.name} ${verb} ${q('amps', value)} with a ${f.rating} A ${part}.`,
    text,
    formula:
      limit < f.rating
        ? `${q('amps', value)} against 0.8 × ${f.rating} A`
        : `${q('amps', value)} against ${f.rating} A`,
    source: 'common practice',
  };
};

export const terminalSmall: Words<TerminalSmall> = ({ place, figures: f }) => ({
  title: `${f.size} does not go into the socket of ${withinSentence(place.name)}.`,
  text: `The terminals of a plug-in relay take ${f.heaviest} at most. Strands cut off to make it fit are copper that is missing where the joint heats first: a relay with studs, or a lighter wire.`,
  formula: `${f.wire}, ${f.size}, against ${f.heaviest}`,
  source: 'common practice; the maker of the socket decides',
});

export const tapLost: Words<TapLost> = ({ place, figures: f }) => ({
  title: `${place.name} ${f.side === 'feedFrom' ? 'branches off' : 'grounds at'} a piece of ${f.circuit} that is no longer there.`,
  text:
    f.side === 'feedFrom'
      ? 'It is computed on a supply of its own, which may have no fuse. Say where it gets its feed now.'
      : 'It is computed with a ground of its own. Say where it is grounded now.',
  formula: 'each circuit needs one feed from the source and one ground back',
  source: 'common practice',
});

export const tappedFeed: Words<TappedFeed> = ({ place }) => ({
  title: `${place.name} taps a factory feed; what else hangs on it is not written down.`,
  text: 'Its fuse, its wire and whatever shares it must be known before it carries more. Wiring diagrams differ by market: check before cutting.',
  formula: 'factory load + this load ≤ 80% of the factory fuse',
  source: 'common practice',
});

export const fuseWords: Words<FuseFound> = ({ code, value, place: _place, figures: f }, q) => {
  switch (code) {
    case 'FUSE_OVER_WIRE':
      return {
        title: `A ${f.rating} A fuse does not protect wire good for ${q('amps', f.wireA)}.`,
        text: `The fuse protects the wire. Rubbed through, “${f.wire}” burns before the fuse opens.`,
        formula: `${f.rating} A > ${q('amps', f.wireA)}, the least of the wires after it, branches included`,
        source: 'ABYC E-11; heat balance at the air around the wire',
      };
    case 'FUSE_LOADED':
      return {
        title: `${q('amps', f.amps)} is too much for a ${f.rating} A fuse to carry for long.`,
        text: 'Above 80% of its rating a fuse and its holder run hot and age; it opens on a hot day, in a pull.',
        formula: `0.8 × ${f.rating} A = ${q('amps', 0.8 * f.rating)}`,
        source: 'ISO 8820-3; 80% is common practice',
      };
    case 'FUSE_INRUSH':
      return {
        title: `A ${f.rating} A fuse may open when the pump starts (${q('amps', f.peak)}).`,
        text: 'The start lasts longer than the fuse’s shortest opening time at that current.',
        formula: `I₀ = V/(R_loop + R_a) = ${q('amps', f.peak)}, time constant ${(f.tau * 1000).toFixed(0)} ms`,
        source: 'ISO 8820-3 time limits (from memory)',
      };
    case 'FUSE_FAR':
      return {
        title: `The fuse sits ${q('length', value)} from the source.`,
        text: 'The wire between source and fuse is protected by nothing. More is allowed where it is sheathed.',
        formula: `${q('length', value)} against 7 in (175 mm)`,
        source: 'ABYC E-11',
      };
  }
};

export const noFuse: Words<NoFuse> = ({ place, figures: f }, q, _labels, fixes) => {
  const stands =
    f.wireA > 0
      ? `“${f.wire}” after it is good for ${q('amps', f.wireA)}`
      : `“${f.wire}” after it carries: it runs in air hotter than it withstands`;
  const fit =
    f.wire === null
      ? 'It has no wire to protect yet.'
      : f.fits
        ? `${stands}.`
        : `No fuse fits between ${q('amps', f.amps)} of load and what ${stands}: ${fixes.length > 0 ? 'the wire goes up first' : 'spread the load over two circuits'}.`;
  return {
    title: `${place.name} has no fuse.`,
    text: `A rubbed-through wire without a fuse burns the car. ${fit}`,
    formula: 'one fuse within 7 in (175 mm) of the source',
    source: 'ABYC E-11',
  };
};

export const jointDrop: Words<JointDrop> = ({ value: lost, place, figures: f }, q) => ({
  title: `${place.name} loses ${q('volts', lost)} and turns ${f.heat.toFixed(f.heat < 10 ? 1 : 0)} W into heat${f.by ? `; ${q('volts', f.left)} is left at the load` : ''}.`,
  text: f.by
    ? 'A joint that loses this much heats, and heat makes it worse until it chars or melts its housing.' +
      (f.ohms <= f.sound
        ? ' It is as good as its kind gets: a heavier one, or the load over two circuits.'
        : '')
    : f.usual
      ? 'Its resistance is the usual one of its kind, not a reading. Measure this joint: volts across it with the pump running.'
      : 'A sound joint of its kind at a heavy current: it is the first to look at when volts go missing.',
  formula: `${q('amps', f.amps)} × ${q('resistance', f.ohms)} = ${q('volts', lost)}, ${q('amps', f.amps)}² × ${q('resistance', f.ohms)} = ${f.heat.toFixed(1)} W; sound is about ${q('resistance', f.sound)}`,
  source: 'Ohm and Joule; 0.1 V and 0.2 V a joint are common practice, 3 W and 15 W are estimates',
});

export const copperClad: Words<CopperClad> = ({ place }) => ({
  title: `${place.name} is copper-clad aluminum.`,
  text: 'It conducts 63% of copper, so 12 AWG of it is 14 AWG of copper, and its terminals and relay sockets heat first: it has melted relay boxes. Its joints limit it, 105 °C at most, whatever its insulation is good for.',
  formula: 'ρ = 1.7241e-8 Ω·m ÷ 0.63',
  source: 'IACS conductivity; common practice',
});

export const wireDrop: Words<WireDrop> = ({ severity, value, limit, place, figures: f }, q) => {
  const cost = f.costs
    ? ` Wiring costs ${q('flow', f.costs.flow)} of ${q('flow', f.costs.of)} (${inState(f.costs.state)})${f.costs.restores ? ', and without it the margin wanted for would be there' : ''}.`
    : '';
  return {
    title:
      severity === 'stop'
        ? `${place.name} loses ${q('volts', value)} out and back; the pump is left ${q('volts', f.left)} and stalls.`
        : `${place.name} loses ${q('volts', value)} out and back; ${severity === 'note' ? `good work stays under ${q('volts', limit)}` : `${q('volts', limit)} is the limit`}.`,
    text: `${q('volts', f.wires)} in wires and ${q('volts', f.joints)} in fuse, relay, plugs and ground joints, at ${q('amps', f.amps)}; ${q('volts', f.left)} is left at the load. Battery sag is not counted.${cost}`,
    formula: f.pieces
      .map(
        (w) =>
          `${w.name}: ${q('amps', w.amps)} × ${q('resistance', w.ohms)} = ${q('volts', w.amps * w.ohms)}`,
      )
      .join(', '),
    source:
      'half a volt, and one volt at most, are common practice; for comparison, boats keep critical conductors to 3% (ABYC E-11)',
  };
};

export const wireOverloaded: Words<WireOverloaded> = ({ value, limit, place, figures: { tooHot } }, q) => ({
  title: tooHot
    ? `${place.name} is good to ${q('temperature', tooHot.withstandsK)} in a place of ${q('temperature', tooHot.airK)}.`
    : `${place.name} carries ${q('amps', value)}; ${q('amps', limit)} is what it is good for there.`,
  text: tooHot
    ? 'It would carry no current at all there. Insulation that withstands more, or another way for the wire.'
    : 'The smaller of the table and the heat balance at the air around it. A shared wire carries the sum.',
  formula: tooHot
    ? `${q('temperature', tooHot.withstandsK)} − ${q('temperature', tooHot.airK)} leaves nothing for the wire’s own heat`
    : 'I²·r(T) = (T − T_air)/R_th at the insulation’s limit',
  source: 'ABYC E-11 table for 105 °C insulation (from memory); heat balance',
});

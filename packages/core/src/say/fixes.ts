import { formatQuantity } from '../quantities/format.ts';
import type { FixAction } from '../outcome/fix.ts';
import type { Dimension } from '../quantities/units.ts';
import type { Writer } from './words.ts';
import { withinSentence } from '../quantities/text.ts';

/** Injectors are sold by both figures, whatever somebody reads everything else in: “90 lb/hr (950 cc/min)”. */
const soldBy = (flow: number): string =>
  `${formatQuantity('injectorFlow', flow, 'us', 0).text} (${formatQuantity('injectorFlow', flow, 'metric').text})`;

/** What a fix's button says: an action in the trade's words. */
export function sayFix(does: FixAction, q: Writer): string {
  switch (does.act) {
    case 'set-base':
      return `Set the base to ${q('pressure', does.pressure)}`;
    case 'fit-injectors':
      // Sold by the pound an hour of gasoline as well: 10.5 cc/min each (common practice).
      return `Fit ${does.count === 1 ? 'an injector' : `${does.count} injectors`} of ${soldBy(does.flow)}`;
    case 'connect-reference':
      return 'Connect its port to the manifold';
    case 'add-damper':
      return 'Fit a pulsation damper';
    case 'add-vent':
      return 'Add a vent line with a rollover valve';
    case 'rollover-valve':
      return 'Fit a rollover valve';
    case 'no-low-loop':
      return 'Run it without a low loop';
    case 'lead-outside':
      return 'Lead it outside, above the fuel';
    case 'take-vent-out':
      return 'Remove the vent line';
    case 'fit-bulkhead':
      return 'Fit a sealed bulkhead';
    case 'live-in-crank':
      return 'Feed the coils from a wire that stays live while cranking';
    case 'sender-in-range':
      return 'Fit a sender of 0–150 psi';
    case 'swept':
      return `Fit internals of ${q('smallVolume', does.volume)} a stroke`;
    case 'level-line':
      return 'Join the tanks with a level line';
    case 'calmer-fuel':
      return `Use fuel of ${q('pressure', does.vapor)} vapor pressure (a summer grade)`;
    case 'turn-into':
      return `Turn the plan into “${does.name}”${partsWords(does.added, does.dropped)}`;
    case 'keep-level':
      return `Keep the tank at ${Math.round(does.level * 100)}% or more`;
    case 'fit-studs':
      return 'Take it through studs instead of this pin';
    case 'lower-base':
      return `Lower the base pressure to ${q('pressure', does.pressure)}`;
    case 'set-as-base':
      return 'Set it to the base pressure';
    case 'set-higher':
      return `Set it to ${q('pressure', does.pressure)}`;
    case 'make-run':
      return `Make ${withinSentence(does.name)} -${does.dash}`;
    case 'fit-pump':
      return does.count > 1 ? `Fit ${does.count} × ${does.name}` : `Fit ${does.name}`;
    case 'second-pump':
      return `Add a second pump (${does.name})${does.from === null ? '' : `, on from ${q('pressure', does.from)}`}`;
    case 'return-to':
      return `Take ${withinSentence(does.name)} into ${withinSentence(does.to)}`;
    case 'open-overflow':
      return `Run an overflow from ${withinSentence(does.name)} back to the tank`;
    case 'return-to-tank':
      return `Take ${withinSentence(does.name)} back to the tank`;
    case 'add-check':
      return `Add a check valve ${does.in === true ? 'in' : 'after'} ${does.name === undefined ? 'the pump' : withinSentence(does.name)}`;
    case 'make-return':
      return `Make the return -${does.dash}`;
    case 'fit-seat':
      return `Fit a regulator with a ${does.seat} seat`;
    case 'return-and-seat':
      return `Make the return -${does.dash} and fit a ${does.seat} seat`;
    case 'usual-motor':
      return `Take the usual motor for this curve: ${q('winding', does.ohms)}`;
    case 'set-supplementary':
      return does.vent ? 'Set it 2 psi above and leave the vent open' : 'Set it 2 psi above the factory rail';
    case 'take-core-out':
      return 'Pull the core';
    case 'come-in-at':
      return `Bring it in at ${q('manifold', does.pressure)}`;
    case 'boost-alone':
      return `Bring it in at ${q('manifold', does.pressure)}, by boost alone`;
    case 'come-in-at-rpm':
      return `Bring it in at ${does.rpm} rpm instead`;
    case 'glass-fiber':
      return 'Use a glass-fiber element';
    case 'add-filter':
      return 'Add a 10 µm filter';
    case 'fineness':
      return `Fit a ${does.micron} µm element`;
    case 'use-ptfe':
      return 'Use PTFE hose';
    case 'all-ptfe':
      return `Make all ${does.count} hoses PTFE`;
    case 'under-body':
      return 'Move it under the body';
    case 'usual-ports':
      return 'Use the ports it usually has';
    case 'shield':
      return 'Put a shield between them';
    case 'sleeve':
      return does.what === null
        ? 'Sleeve it where it passes them'
        : `Sleeve it past ${withinSentence(does.what)}`;
    case 'move-line':
      return `Move it ${q('tape', does.by)} away from ${withinSentence(does.what)}`;
    case 'clips':
      return `Hold it with ${does.count} clips`;
    case 'new-hose':
      return 'Replace it with new hose';
    case 'new-seal':
      return 'Fit a new seal';
    case 'usual-dressing':
      return 'Make it as its kind asks';
    case 'strings-back':
      return `Put back ${does.length === null ? 'the lengths by string' : `${q('tape', does.length)} by string`}${does.others > 0 ? ' and keep the others' : ''}`;
    case 'keep-lengths':
      return does.length === null ? 'Keep the lengths: checked' : `Keep ${q('tape', does.length)}: checked`;
    case 'tuck-up':
      return 'Tuck it up to the floor';
    case 'take-check-out':
      return 'Remove the check valve';
    case 'clean':
      return `Clean or replace ${withinSentence(does.name)}`;
    case 'several':
      return listed(
        does.steps.map((step, i) => (i === 0 ? sayFix(step, q) : withinSentence(sayFix(step, q)))),
      );
    case 'full-speed-at':
      return `Ask for full speed at ${does.volts.toFixed(2)} V`;
    case 'run-with-key':
      return `Run ${withinSentence(does.name)} with the key`;
    case 'stop-with-key':
      return 'Stop it with the key';
    case 'add-crash-switch':
      return 'Add the crash switch';
    case 'while-turning':
      return `Run it only while the engine turns, with a ${does.seconds} s prime`;
    case 'lower-release':
      return `Let it go ${q(does.dimension as Dimension, does.by)} lower`;
    case 'prime':
      return `Prime it for ${does.seconds} s`;
    case 'tap-behind':
      return `Branch it off ${does.circuit}, after ${does.piece}`;
    case 'tap-at':
      return `Ground it with ${does.circuit}, at ${does.piece}`;
    case 'own-supply':
      return 'Give it a feed of its own';
    case 'own-ground':
      return 'Give it a ground of its own';
    case 'redraw':
      return 'Redraw it from the rules';
    case 'repair':
      return does.words;
    case 'add-relay':
      return `Put a relay into ${does.circuit}`;
    case 'coil-resistor':
      return 'Use a relay with a resistor across its coil';
    case 'wire-onto':
      return `${does.wire}: onto ${does.terminal}`;
    case 'fit-fuse':
      return `Fit a ${does.amps} A fuse`;
    case 'add-fuse':
      return `Add a ${does.amps} A fuse`;
    case 'wires-and-fuse':
      return `Make the wires ${does.size} and ${does.add ? 'add' : 'fit'} a ${does.amps} A fuse`;
    case 'move-fuse':
      return 'Move it to 6 in';
    case 'fit-relay':
      return `Fit a ${does.amps} A relay`;
    case 'fit-controller':
      return `Fit a controller that gives ${does.amps} A`;
    case 'mend-joint':
      return does.words;
    case 'circuit-wires':
      return `Make every wire of it ${does.size} copper`;
    case 'pump-wires':
      return `Make the wires of ${does.circuits > 1 ? 'the pumps' : 'the pump'} ${does.size} copper`;
    case 'insulation':
      return `Use wire with insulation good to ${q('temperature', does.kelvin)}`;
    case 'gauge':
      return `Make it ${does.size}${does.copper ? ' copper' : ''}`;
  }
}

/** "a", "a and b", "a, b and c". */
const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

const SHOWN = 3;
/** Names, and how many more there are. */
const few = (names: readonly string[]): string =>
  names.length <= SHOWN
    ? names.map(withinSentence).join(', ')
    : `${names.slice(0, SHOWN).map(withinSentence).join(', ')} and ${names.length - SHOWN} more`;

/** " (new: return hose; goes: outlet into the tank)". */
function partsWords(added: readonly string[], dropped: readonly string[]): string {
  const said = [
    ...(added.length > 0 ? [`new: ${few(added)}`] : []),
    ...(dropped.length > 0 ? [`goes: ${few(dropped)}`] : []),
  ];
  return said.length > 0 ? ` (${said.join('; ')})` : '';
}

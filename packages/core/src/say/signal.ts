import type { Inputs } from '../kinds/wiring/contract.ts';
import type { Signal } from '../trigger/rule.ts';
import type { Writer } from './words.ts';

/**
 * "boost 5.0 psi", "switch “Pump”": what a condition or a switch looks at.
 * @param signal level in SI, or name
 * @param q writes a quantity
 * @returns half a sentence; its opposite with “not”
 * Validity: every kind of condition.
 * @throws nothing
 * @source own convention
 * @example saySignal({ kind: 'starter', not: true }, () => '') // => 'not starter'
 */
export function saySignal(signal: Signal, q: Writer): string {
  return `${signal.not ? 'not ' : ''}${words(signal, q)}`;
}

function words(signal: Signal, q: Writer): string {
  switch (signal.kind) {
    case 'boost':
      return `${signal.above < 0 ? 'manifold' : 'boost'} ${q('manifold', signal.above)}`;
    case 'throttle':
      return `throttle ${q('fraction', signal.above)}`;
    case 'rpm':
      return `engine ${q('engineSpeed', signal.above)}`;
    case 'oil-pressure':
      return `oil ${q('pressure', signal.above)}`;
    case 'engine-turning':
      return 'engine turns';
    case 'starter':
      return 'starter';
    case 'panel':
      return `switch “${signal.name}”`;
    case 'ecu':
      return `output “${signal.name}”`;
  }
}

/**
 * One combination of inputs, as it is set by hand.
 * @param inputs key, crash switch and the signals that are made
 * @param q writes a quantity
 * @returns words: “Key on, with boost 5.0 psi”
 * Validity: every combination the truth table holds.
 * @throws nothing
 * @source own wording
 * @example sayInputs({ ignition: true, crashed: false, made: [] }, () => '') // => 'Key on, all switches open'
 */
export function sayInputs(
  { ignition, crashed, made }: Pick<Inputs, 'ignition' | 'crashed' | 'made'>,
  q: Writer,
): string {
  return [
    ignition ? 'Key on' : 'Key off',
    ...(crashed ? ['crash switch tripped'] : []),
    made.length > 0 ? `with ${made.map((s) => saySignal(s, q)).join(', ')}` : 'all switches open',
  ].join(', ');
}

import type { MapNeverFull, MapSensor } from '../../judge/supply/map-sensor.ts';
import type { SenderRange } from '../../judge/wiring/senders.ts';
import type { SenderHeat } from '../../judge/wiring/sender-heat.ts';
import { inState } from '../state.ts';
import type { Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

export const senderRange: Words<SenderRange> = ({ code, value, limit, place, figures: f }, q) => {
  const what = f.reads === 'fuel' ? 'The rail' : 'The manifold';
  const text =
    code === 'SENDER_PROOF'
      ? 'Its element is strained or torn above its proof pressure; from then on it lies, or leaks.'
      : 'Above its range it stays at full scale: the log shows a flat top just where it matters, and a gauge that cannot be believed.';
  return {
    title:
      code === 'SENDER_PROOF'
        ? `${place.name} is good to ${q('pressure', limit)}; ${withinSentence(what)} reaches ${q('pressure', value)}.`
        : `${place.name} reads to ${q('pressure', limit)}; ${withinSentence(what)} reaches ${q('pressure', value)}.`,
    text,
    formula: `${q('pressure', value)} at ${inState(f.state)} against ${q('pressure', limit)}`,
    source: 'joint solve, greatest of all states; common practice',
  };
};

export const mapSensor: Words<MapSensor> = ({ code, value, limit, place, figures: f }, q) => {
  const sender = `The sender of ${withinSentence(place.name)}`;
  const proof = code === 'MAP_SENSOR_PROOF';
  return {
    title: proof
      ? `${sender} is good to ${q('pressure', limit)}${f.usual ? ' if its proof pressure is the least usual' : ''}; boost reaches ${q('pressure', value)}.`
      : `${sender} reads to ${q('pressure', limit)}; boost reaches ${q('pressure', value)}.`,
    text: proof
      ? 'Above its proof pressure its element is strained or torn: the pump then runs at a speed nobody asked for.' +
        (f.usual ? ' Look its proof pressure up and enter it, or fit a sender of a wider range.' : '')
      : 'From there on its signal stays the same: the pump keeps the speed it has then.',
    formula:
      `${q('pressure', value)} at ${inState(f.state)} against ${q('pressure', limit)}` +
      (proof && f.usual ? ', 1.5 × its range' : ''),
    source: 'greatest manifold pressure of all states; 1.5 × range is typical, the data sheet decides',
  };
};

export const mapNeverFull: Words<MapNeverFull> = ({ value, limit, place }, q) => ({
  title: `${place.name} is never asked for full speed: its sender ends at ${q('volts', value)}, full speed starts at ${q('volts', limit)}.`,
  text: 'The controller waits for volts the sender does not give, whatever the boost.',
  formula: `${q('volts', value)} < ${q('volts', limit)}`,
  source: 'the two ends of the map',
});

export const senderHeat: Words<SenderHeat> = ({ code, value, limit, place, figures: f }, q) => ({
  title: `${place.name} ${value <= 0 ? 'touches something hot' : `is ${q('tape', value)} from something hot`}${code === 'SENDER_HOT' ? `; it wants ${q('tape', limit)}.` : f.shielded ? ', shielded.' : ': a shield is worth it.'}`,
  text:
    code === 'SENDER_HOT'
      ? `${q('temperature', f.surface)} at that surface; the sender withstands ${q('temperature', f.withstands)}. ${f.shielded ? 'No shield makes up for so little room: move it, on a short line if need be.' : 'Put a shield between them, or move it, on a short line if need be.'} A sender that is too hot drifts before it fails.`
      : 'Far enough to last, near enough to drift: look at its zero again with everything hot.',
  formula: `${q('tape', value)} between them against ${q('tape', limit)}${f.shielded ? ', shielded' : ''}`,
  source:
    'common practice for lines, taken for senders: 70 mm from an exhaust is uncomfortable, 120 mm is good; 25 mm shielded is an estimate',
});

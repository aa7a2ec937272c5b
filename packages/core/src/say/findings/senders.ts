import type { SenderRange } from '../../judge/wiring/senders.ts';
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

import type { KnownFigure } from '../edit/figures.ts';
import type { Writer } from './words.ts';
import { withinSentence } from '../quantities/text.ts';

const DAY = new Intl.DateTimeFormat('en-US', {
  month: 'short',
  day: 'numeric',
  year: 'numeric',
  timeZone: 'UTC',
});

/** "Nov 27, 2026"; what is no date stays as it stands. */
const day = (at: string): string => {
  const date = new Date(at);
  return Number.isNaN(date.getTime()) ? at : DAY.format(date);
};

/**
 * Where a figure comes from, in words.
 * @param source origin, and by whom and when where it is known
 * @returns half a sentence
 * Validity: every origin.
 * @throws nothing
 * @source own convention
 * @example sayOrigin({ origin: 'default' }) // => 'starting figure'
 */
export function sayOrigin(source: KnownFigure['source']): string {
  switch (source.origin) {
    case 'typed':
      return 'typed in';
    case 'string':
      return 'by string';
    case 'routed':
      return 'from the route';
    case 'ports':
      return 'from its two ports';
    case 'catalogue':
      return 'from the catalog';
    case 'default':
      return 'starting figure';
    case 'measured': {
      const by = 'by' in source && source.by !== undefined ? ` by ${source.by}` : '';
      const at = 'at' in source && source.at !== undefined ? `, ${day(source.at)}` : '';
      return `measured${by}${at}`;
    }
  }
}

/** "Rests on length 11.5 ft and bends 180° (starting figures)": figures of one origin together. */
export function sayGrounds(figures: readonly KnownFigure[], q: Writer): string {
  const byOrigin = new Map<string, string[]>();
  for (const { field, value, source } of figures) {
    const words = sayOrigin(source);
    const said = `${withinSentence(field.label)} ${q(field.dimension, value)}`;
    byOrigin.set(words, [...(byOrigin.get(words) ?? []), said]);
  }
  if (byOrigin.size === 0) return '';
  const groups = [...byOrigin].map(([origin, said]) => {
    const many = origin === 'starting figure' && said.length > 1 ? 'starting figures' : origin;
    return `${said.join(', ')} (${many})`;
  });
  return `Rests on ${groups.join('; ')}.`;
}

import { LOG_CHANNELS, type LogChannel } from '../../prove/procedures/drive-log/series.ts';
import type { Dimension } from '../../quantities/units.ts';

interface ChannelSpec {
  readonly name: string;
  readonly dimension: Dimension;
  /** What its heading says in most logs, in plain words (see plainHeading). */
  readonly words: RegExp;
  /** What looks like it and is something else. */
  readonly not?: RegExp;
}

/** What a log's columns may hold. */
export const LOG_COLUMNS: Readonly<Record<LogChannel, ChannelSpec>> = {
  timeS: {
    name: 'Time',
    dimension: 'time',
    words: /^(log |record |elapsed )?(time|timestamp|elapsed|seconds?|clock|t)\b/,
    not: /lap|pulse|dwell|spark|inj/,
  },
  rpm: {
    name: 'Engine speed',
    dimension: 'engineSpeed',
    words: /\brpm\b|engine ?speed|\bn mot/,
    not: /target|limit|turbo|wheel/,
  },
  fuelPa: {
    name: 'Fuel pressure',
    dimension: 'pressure',
    words: /fuel.*(press|psi|kpa|bar)|rail.*(press|psi|kpa|bar)|\bfp\b|\bfuel p\b/,
    not: /target|high|direct|\bdi\b|duty|pump/,
  },
  manifoldPa: {
    name: 'Manifold or boost',
    dimension: 'manifold',
    words: /\bmap\b|manifold|\bboost\b/,
    not: /target|duty|cut|error|solenoid|temp/,
  },
  volts: {
    name: 'Volts of the battery or controller',
    dimension: 'volts',
    words: /batt|\bvolt(s|age)?\b|\bvbat/,
    // The volts at the pump are lower by its wiring: they are not what a controller gets.
    not: /pump|sensor|sender|fuel|tps|throttle|map|lambda|o2|output|signal|ref/,
  },
  lambda: {
    name: 'Lambda or AFR',
    dimension: 'coefficient',
    words: /lambda|\bafr\b|air ?fuel|\bwideband\b/,
    not: /target|error|correct|trim|status|volt|temp/,
  },
  ethanol: { name: 'Ethanol', dimension: 'fraction', words: /ethanol|\bflex\b|\beth\b/, not: /temp|hz|freq/ },
};

/** Which column of the sheet each channel is read from, from 0; a channel that is not there is left out. */
export type LogColumns = Readonly<Partial<Record<LogChannel, number>>>;

/**
 * A heading in plain words: lower case, words apart, the words in brackets among them.
 * @param heading as the log has it
 * @returns words with single spaces
 * Validity: any text.
 * @throws nothing
 * @source own convention
 * @example plainHeading('Fuel_Pressure[kPa]') // => 'fuel pressure kpa'
 */
export const plainHeading = (heading: string): string =>
  heading
    .replace(/([a-z])([A-Z][a-z])/g, '$1 $2')
    .replace(/[_\-()[\]{}.:;|\\/]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .toLowerCase();

const matches = (heading: string, channel: LogChannel): boolean => {
  const plain = plainHeading(heading);
  const { words, not } = LOG_COLUMNS[channel];
  return words.test(plain) && !not?.test(plain);
};

/**
 * Every column that may hold a channel, by its heading.
 * @param headings of the sheet
 * @param channel what is looked for
 * @returns columns, from 0
 * Validity: headings in English; others are chosen by hand.
 * @throws nothing
 * @source own convention
 * @example candidates(['RPM', 'Lambda 1', 'Lambda 2'], 'lambda') // => [1, 2]
 */
export const candidates = (headings: readonly string[], channel: LogChannel): number[] =>
  headings.flatMap((h, i) => (matches(h, channel) ? [i] : []));

/**
 * Which column holds what, by what their headings say; each column is taken once.
 * @param headings row of the sheet with its headings
 * @returns column by channel
 * Validity: headings in English; others are chosen by hand.
 * @throws nothing
 * @source own convention
 * @example guessLogColumns(['Time (s)', 'RPM', 'Fuel press (psi)', 'MAP (kPa)']).fuelPa // => 2
 */
export function guessLogColumns(headings: readonly string[]): LogColumns {
  const taken = new Set<number>();
  return Object.fromEntries(
    LOG_CHANNELS.flatMap((channel) => {
      const at = candidates(headings, channel).find((i) => !taken.has(i));
      if (at === undefined) return [];
      taken.add(at);
      return [[channel, at] as const];
    }),
  );
}

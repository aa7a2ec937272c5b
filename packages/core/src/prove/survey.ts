/** What is written down of a car before it comes apart, and while it does. */
export const FOUND_KINDS = ['line', 'clip', 'branch', 'pin', 'fluid', 'tool'] as const;
export type FoundKind = (typeof FOUND_KINDS)[number];

interface FoundWords {
  readonly title: string;
  /** What is asked for, and for what beside it. */
  readonly what: string;
  readonly detail: string;
  readonly example: readonly [what: string, detail: string];
  /** How it is known to be so; absent: it closes nothing. */
  readonly closes?: { readonly does: string; readonly done: string; readonly open: string };
  readonly hint: string;
}

/** The words of each, in the order they are written down. */
export const FOUND: Readonly<Record<FoundKind, FoundWords>> = {
  line: {
    title: 'Lines as found',
    what: 'Line: where it runs',
    detail: 'What it is, what it carries',
    example: ['Left frame rail, upper', '5/16 steel, then injection hose: feed'],
    closes: { does: 'Verified', done: 'verified', open: 'not verified' },
    hint: 'Followed end to end or blown through. Colors differ by market and year.',
  },
  clip: {
    title: 'Clips and labels',
    what: 'Clip or label: where it sits',
    detail: 'What it holds or says',
    example: ['Left rail, 9 in behind the filter', 'Plastic block, feed and vapor line'],
    hint: 'Photographed before it comes off, and its place noted: lines and loom go back the way they came.',
  },
  branch: {
    title: 'Branches of the old loom',
    what: 'Branch: where it leaves',
    detail: 'What it feeds by this market’s diagram',
    example: [
      'Behind the left kick panel, white/green',
      'Pump relay output; spare by the other market’s diagram',
    ],
    closes: { does: 'Checked, may be cut', done: 'checked', open: 'not checked: do not cut' },
    hint: 'Both ends labeled, checked against the diagram of this market, then cut.',
  },
  pin: {
    title: 'Pins, old to new',
    what: 'Old plug and pin',
    detail: 'New plug and pin, and what it carries',
    example: ['Old hat, pin 3, yellow', 'New hat, pin 1: level sender'],
    hint: 'A sensor or a hat of another year is often pinned otherwise.',
  },
  fluid: {
    title: 'Fluids lost',
    what: 'Which, and how much',
    detail: 'Where it came out',
    example: ['Coolant, half a gallon', 'Lower hose off for access'],
    closes: { does: 'Refilled and bled', done: 'refilled and bled', open: 'to be refilled and bled' },
    hint: 'A brake line opened for a sensor is bled, and on some cars the ABS with a scan tool, before the car moves.',
  },
  tool: {
    title: 'Tools and sizes used',
    what: 'Tool or size',
    detail: 'For what',
    example: ['13/16 flare-nut wrench', 'Feed at the filter'],
    hint: 'So that whoever opens it next has them at hand.',
  },
};

/** Something found. */
export interface FoundItem {
  readonly itemId: string;
  readonly of: FoundKind;
  readonly what: string;
  readonly detail: string;
  /** Verified, checked, refilled and bled. */
  readonly closed: boolean;
}

/**
 * One thing found, in a line: “Left frame rail: 5/16 steel, feed (verified)”.
 * @param item what was found
 * @returns a line for page and record
 * Validity: any item.
 * @throws nothing
 * @source own convention
 * @example sayFound({ itemId: 'a', of: 'fluid', what: 'Coolant', detail: '', closed: true }) // => 'Coolant (refilled and bled)'
 */
export function sayFound({ of, what, detail, closed }: FoundItem): string {
  const { closes } = FOUND[of];
  return `${what}${detail ? `: ${detail}` : ''}${closes ? ` (${closed ? closes.done : closes.open})` : ''}`;
}

/**
 * What of a survey has to be closed before the car goes out: lines not verified, branches not checked, fluids not refilled.
 * @param items newest word on each thing found
 * @returns each by name with what is open
 * Validity: any items.
 * @throws nothing
 * @source common practice
 * @example surveyOpen([{ itemId: 'a', of: 'fluid', what: 'Coolant', detail: '', closed: false }]) // => [ 'Coolant: to be refilled and bled' ]
 */
export const surveyOpen = (items: readonly FoundItem[]): string[] =>
  items.flatMap(({ of, what, closed }) => {
    const { closes } = FOUND[of];
    return closes && !closed ? [`${what}: ${closes.open}`] : [];
  });

import { BadRequestException } from '@nestjs/common';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

export const PASSWORD_LENGTH = { least: 12, most: 128 } as const;
/** “Safely unguessable” and better on the scale of zxcvbn, 0 to 4: 10⁸ guesses and more. */
const LEAST_SCORE = 3;
/** The demo’s passwords are printed at its start: nobody’s own. */
const PUBLISHED = ['saltmarsh-tess', 'saltmarsh-lou', 'saltmarsh-guest', 'venula'];

const guesser = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });

/** A password somebody chooses: long enough, and not among the first that are guessed. No rules on what it is made of. */
export function refuseWeakPassword(password: string, ofThem: readonly string[]): void {
  const { score } = guesser.check(password, [...PUBLISHED, ...ofThem]);
  if (score < LEAST_SCORE)
    throw new BadRequestException({
      code: 'WEAK_PASSWORD',
      message: 'This password is guessed too soon: it is a common one, a name, or a row of keys.',
      remedy: 'Take three or four words that do not belong together.',
      details: [{ path: 'password', message: 'is guessed too soon' }],
    });
}

/** Digits in a row, all alike, or a year: the first that are tried. */
export function refuseWeakPin(pin: string): void {
  const figures = [...pin].map(Number);
  const steps = new Set(figures.slice(1).map((f, i) => f - figures[i]!));
  const inRow = steps.size === 1 && [0, 1, -1].includes([...steps][0]!);
  const pairs = pin.length === 4 && pin.slice(0, 2) === pin.slice(2);
  if (inRow || pairs || /^(?:19|20)\d\d$/.test(pin))
    throw new BadRequestException({
      code: 'WEAK_PIN',
      message: 'This PIN is among the first that are tried.',
      remedy: 'No rows, no repeats, no year.',
      details: [{ path: 'pin', message: 'is among the first that are tried' }],
    });
}

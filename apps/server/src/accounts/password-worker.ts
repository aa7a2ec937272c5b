import { threadId } from 'node:worker_threads';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

export interface PasswordTask {
  readonly password: string;
  /** Words that belong to the person or the shop: among the first that are tried. */
  readonly near: readonly string[];
}
export interface PasswordScore {
  /** Scale of zxcvbn, 0 to 4. */
  readonly score: number;
  /** Thread that worked it out; 0 is the one that answers requests. */
  readonly thread: number;
}

/** The estimate grows with the square of the length; what the first characters are worth is enough to judge by. */
const JUDGED_LENGTH = 64;

const guesser = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });

/** How hard a password is to guess. Takes up to seconds, the first time for its dictionaries: never on the event loop. */
export default function passwordScore({ password, near }: PasswordTask): PasswordScore {
  const { score } = guesser.check(password.slice(0, JUDGED_LENGTH), [...near]);
  return { score, thread: threadId };
}

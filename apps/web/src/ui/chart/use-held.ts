import { useState } from 'react';

/** The ends of an axis. */
export type Ends = readonly [number, number];

/** An axis that is this many times too long for what is drawn is drawn anew. */
const TOO_LONG = 3;

/** Whether what is drawn can be drawn on an axis that stands already, without its becoming a thin stripe. */
export const stillFits = (held: Ends, wanted: Ends): boolean =>
  wanted[0] >= held[0] && wanted[1] <= held[1] && held[1] - held[0] <= TOO_LONG * (wanted[1] - wanted[0]);

/**
 * Keeps what an axis was made of while it still serves, so that the line moves and the axis does not.
 * @param wanted what the values of this moment would be given
 * @param serves whether the one that is held still does; true for one and the same
 */
export function useHeld<T>(wanted: T, serves: (held: T) => boolean): T {
  const [held, setHeld] = useState(wanted);
  if (serves(held)) return held;
  setHeld(wanted);
  return wanted;
}

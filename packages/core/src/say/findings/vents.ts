import type { VentFound } from '../../judge/tanks/vents.ts';
import type { Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

const WORDS: Readonly<Record<VentFound['code'], readonly [(name: string) => string, string, string]>> = {
  VENT_MISSING: [
    (name) => `${name} has no vent line.`,
    'As the pump draws, the cell collapses and the pump starves; as it warms, fuel is blown out of the filler. It wants a line with a rollover valve, led outside and above the fuel.',
    'vent lines of this cell: none',
  ],
  VENT_NO_VALVE: [
    (name) => `${name} has no rollover valve.`,
    'Upside down, the tank empties through its vent.',
    'rollover valve: none',
  ],
  VENT_LOW_LOOP: [
    (name) => `${name} sags into a low loop.`,
    'Fuel that splashes into it stays there and shuts the vent like a trap under a sink.',
    'low loop: yes',
  ],
  VENT_OUTLET: [
    (name) => name,
    'Vapor collects where it ends, and fuel runs out there when the car leans or rolls. Lead it outside, higher than the full tank, away from the exhaust.',
    'place of its outlet',
  ],
  VENT_LOST: [
    (name) => `${name} vents a tank that is no longer there.`,
    'Say which tank it serves, or remove it.',
    'one vent line, one tank',
  ],
  CELL_OPEN: [
    (name) => `No sealed bulkhead between ${withinSentence(name)} and the people.`,
    'A cell in the car sits behind a liquid-tight and vapor-tight bulkhead, its frame and straps bolted through the floor into structure, its filler box drained to the outside.',
    'sealed bulkhead: none',
  ],
};

export const ventWords: Words<VentFound> = ({ code, place, figures: { ends } }) => {
  const [title, text, formula] = WORDS[code];
  return {
    title:
      code === 'VENT_OUTLET'
        ? `${place.name} ends ${ends === 'inside' ? 'inside the car' : 'outside, but below the fuel'}.`
        : title(place.name),
    text,
    formula,
    source: 'common practice; the rulebook of the event and local law come first',
  };
};

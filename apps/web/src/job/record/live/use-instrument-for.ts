import type { Dimension } from '@venula/core/quantities';
import { useState } from 'react';
import { useInstruments, type InstrumentReads, type InstrumentRow } from '../../../api/instruments.ts';

/** The instrument a reading is taken from, as the record keeps it. */
export interface ReadBy {
  readonly id: string;
  readonly name: string;
  readonly resolution: number;
  readonly calibratedOn: string | null;
}

export interface ChosenInstrument {
  readonly chosen: InstrumentRow;
  readonly reads: InstrumentReads;
  readonly by: ReadBy;
  readonly others: readonly InstrumentRow[];
  readonly choose: (id: string) => void;
}

const NONE: readonly InstrumentRow[] = [];
/** The shop’s own gauge before the car’s own sensor: the first that is not the controller’s stream. */
const rank = (i: InstrumentRow): number => (i.reads.length > 1 && /stream/i.test(i.name) ? 1 : 0);

/** An instrument of the shop that reads this; null where it has none. */
export function useInstrumentFor(asked: Dimension): ChosenInstrument | null {
  // A meter reads ohms, whether of a joint or of a winding.
  const dimension = asked === 'winding' ? 'resistance' : asked;
  const all = useInstruments().data ?? NONE;
  const [id, choose] = useState<string | null>(null);
  const able = all.filter((i) => i.reads.some((r) => r.dimension === dimension));
  const chosen = able.find((i) => i.id === id) ?? [...able].sort((a, b) => rank(a) - rank(b))[0];
  const reads = chosen?.reads.find((r) => r.dimension === dimension);
  if (!chosen || !reads) return null;
  return {
    chosen,
    reads,
    by: {
      id: chosen.id,
      name: chosen.name,
      resolution: reads.resolution,
      calibratedOn: chosen.calibratedOn,
    },
    others: able,
    choose,
  };
}

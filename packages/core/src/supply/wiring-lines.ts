import { capital } from '../quantities/text.ts';
import type { JobDocument, WireEnd } from '../document/job-document.ts';
import { segmentsOf } from '../engine/electric/circuits.ts';
import { wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { wiringSheet, type WireRow } from '../harness/wiring-sheet.ts';
import { billLine, type BillLine } from '../kinds/bill-line.ts';
import { deviceKind, segmentKind } from '../kinds/wiring/index.ts';

/** Squaring and stripping both ends, m per wire (estimate). */
const STRIP_ALLOWANCE = 0.1;
/** Heat shrink over one end, m. */
const SHRINK = 0.04;
/** A lead that comes with its part is no wire to cut, m. */
const OWN_LEAD = 0.06;

/**
 * Everything electrical: pieces of the circuits; what the rules put between them (switches, coil fuses, crash switch); wire by
 * gauge and color; a terminal and a shrink for each end.
 */
export function wiringLines(doc: JobDocument): BillLine[] {
  const pieces = Object.values(doc.wiring.circuits).flatMap((circuit) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(circuit, side).flatMap(({ segment }) => segmentKind(segment).lines(segment)),
    ),
  );
  const { harness, wires } = wiringSheet(doc);
  const drawn = Object.values(harness.devices).flatMap((d) =>
    'of' in d && d.of !== undefined ? [] : deviceKind(d).lines(d),
  );
  const cut = wires.filter((w) => w.lengthM > OWN_LEAD);
  return [
    ...pieces,
    ...drawn,
    ...cut.flatMap((w) =>
      harness.wires[w.id]?.of
        ? []
        : [
            billLine(
              'wire',
              `Wire ${wireSizeName(w.size)}, copper, ${w.color || 'any color'}`,
              w.lengthM + STRIP_ALLOWANCE,
              'm',
              w.name,
            ),
          ],
    ),
    ...wires.flatMap((w) => crimpedEnds(w).flatMap((end) => endLines(end, wireSizeName(w.size)))),
  ];
}

/** A part’s own lead needs only what is crimped on for it: the ring at the battery. */
const crimpedEnds = ({ lengthM, fromEnd, toEnd }: WireRow): WireEnd[] =>
  [fromEnd, toEnd].filter(({ terminal }) => lengthM > OWN_LEAD || terminal.includes('ring'));

const endLines = ({ terminal, shrink }: WireEnd, size: string): BillLine[] => [
  billLine('terminals', `${capital(terminal)}, ${size}`, 1, 'each'),
  ...(shrink ? [billLine('consumables', `Heat shrink, adhesive lined 3:1, for ${size}`, SHRINK, 'm')] : []),
];

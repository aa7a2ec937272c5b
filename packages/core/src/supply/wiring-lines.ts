import { capital } from '../quantities/text.ts';
import type { JobDocument, WireEnd } from '../document/job-document.ts';
import { isFactoryFed } from '../document/pump-feed.ts';
import { segmentsOf } from '../engine/electric/circuits.ts';
import { wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { wiringSheet } from '../harness/wiring-sheet.ts';
import { billLine, type BillLine } from '../kinds/bill-line.ts';
import { deviceKind, segmentKind } from '../kinds/wiring/index.ts';

/** Squaring and stripping both ends, m per wire (estimate). */
const STRIP_ALLOWANCE = 0.1;
/** Heat shrink over one end, m. */
const SHRINK = 0.04;

/**
 * Everything electrical: pieces of the circuits; what the rules put between them (switches, coil fuses, crash switch); wire by
 * gauge and color; a terminal and a shrink for each end.
 */
export function wiringLines(doc: JobDocument): BillLine[] {
  const wired = Object.values(doc.wiring.circuits).filter((c) => !isFactoryFed(doc, c.loadId));
  const pieces = wired.flatMap((circuit) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(circuit, side).flatMap(({ segment }) => segmentKind(segment).lines(segment)),
    ),
  );
  const { harness, wires } = wiringSheet(doc);
  const devices = Object.values(harness.devices);
  const drawn = devices.flatMap((d) =>
    d.kind === 'inertia' || ('of' in d && d.of !== undefined) ? [] : deviceKind(d).lines(d),
  );
  return [
    ...pieces,
    ...drawn,
    ...crashSwitch(devices.filter((d) => d.kind === 'inertia').length),
    ...wires.flatMap((w) =>
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
    ...wires.flatMap((w) => [w.fromEnd, w.toEnd].flatMap((end) => endLines(end, wireSizeName(w.size)))),
  ];
}

/** A car has one: what it cuts in several places it cuts by several contacts. */
const crashSwitch = (contacts: number): BillLine[] =>
  contacts === 0
    ? []
    : [
        billLine(
          'electrical',
          contacts === 1 ? 'Crash switch' : `Crash switch with ${contacts} contacts`,
          1,
          'each',
          contacts === 1 ? '' : 'or one contact and a relay of as many',
        ),
      ];

const endLines = ({ terminal, shrink }: WireEnd, size: string): BillLine[] => [
  billLine('terminals', `${capital(terminal)}, ${size}`, 1, 'each'),
  ...(shrink ? [billLine('consumables', `Heat shrink, adhesive lined 3:1, for ${size}`, SHRINK, 'm')] : []),
];

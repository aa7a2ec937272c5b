import type { JobDocument } from '@venula/core/document';
import { recordSheet, wiringSvg, type HeldRecord } from '@venula/core/formats';
import type { UnitSystem } from '@venula/core/quantities';
import { recordPdf, type PdfHead } from './record-pdf.ts';

/** All a record on paper is made of. */
export interface PaperTask {
  readonly document: JobDocument;
  readonly held: HeldRecord;
  readonly system: UnitSystem;
  readonly head: Omit<PdfHead, 'wiring'>;
}

/** Solves the plan and sets its record as PDF. Runs in a thread of the paper queue, never on the event loop. */
export default function makePaper({ document, held, system, head }: PaperTask): Promise<Uint8Array> {
  return recordPdf(recordSheet(document, held, system), { ...head, wiring: wiringSvg(document) });
}

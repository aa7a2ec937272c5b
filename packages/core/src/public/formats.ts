export {
  INJECTOR_COLUMNS,
  MATCHED_WITHIN,
  PULL_COLUMNS,
  readInjectors,
  readPull,
} from '../formats/brief-csv.ts';
export { checkReport, checkSchema } from '../formats/check-report.ts';
export { valueAt } from '../fields/pointer.ts';
export { diffDocuments, overlappingPaths } from '../formats/diff.ts';
export { fieldAt, labelAt, valueCalled } from '../formats/field-at.ts';
export { type FormField, formAt } from '../formats/form-at.ts';
export {
  type HeldRecord,
  type RecordedRun,
  recordSheet,
  runName,
  type RecordSheet,
} from '../formats/record-sheet.ts';
export { type ImportedFrom, sayImported, saySigned, statedBy } from '../formats/from-file.ts';
export { csvCell, inertCell } from '../formats/csv-cell.ts';
export { checkLibrary, jobHolding, LIBRARY_KINDS, type LibraryRow, readLibrary } from '../formats/library.ts';
export { CURVE_COLUMNS, type CurvePreview, readPumpCurve } from '../formats/pump-curve-csv.ts';
export {
  JOB_FILE_LIMIT,
  addedErrors,
  brokenShape,
  checkJob,
  jobSchema,
  readJob,
  writeJob,
} from '../formats/read-job.ts';
export { MAX_TEXT, type Sheet, type SheetColumn, type Table } from '../formats/sheet.ts';
export {
  nameLines,
  terminalMark,
  wireListCsv,
  wirePaint,
  wireTags,
  wiringNetlist,
  wiringSvg,
} from '../formats/wiring-files.ts';
export { guessLogColumns, LOG_COLUMNS, type LogColumns } from '../formats/drive-log/columns.ts';
export type { LogAnswers, LogQuestion } from '../formats/drive-log/log-reader.ts';
export { readDriveLog, type ReadLog } from '../formats/drive-log/read-log.ts';
export { logSeparator } from '../formats/drive-log/sheet.ts';
export { ownerNamed, refersAt, thingNamed } from '../formats/thing-name.ts';
export { howItRuns, RECORD_CAUTIONS } from '../formats/how-it-runs.ts';
export type { SheetSection } from '../formats/sheet-section.ts';

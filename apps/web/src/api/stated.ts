import { statedBy } from '@venula/core/formats';

interface Row {
  readonly author: string;
  /** Absent: an answer an earlier version kept on the device. */
  readonly fromFile?: boolean;
}

/** A row as every page shows it: where it came in with a file, its author is who the file says. */
export const stated = <R extends Row>(row: R): R => ({
  ...row,
  author: statedBy(row.author, row.fromFile),
});

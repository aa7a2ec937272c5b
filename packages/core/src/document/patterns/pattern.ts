import type { JobDocument, Style } from '../job-document.ts';

/** One system style: a file a style, one signature. */
export interface Pattern {
  readonly id: Style;
  readonly name: string;
  /** When people choose it. */
  readonly when: string;
  /** What to watch. */
  readonly watch: string;
  /** A complete job of this style under a title. */
  readonly job: (title: string) => JobDocument;
}

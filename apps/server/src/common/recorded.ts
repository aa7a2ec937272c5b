import { Column } from 'typeorm';
import { Signed } from './signed.ts';

/** A row of a job’s record: signed here, or taken over from a file that says who signed it. */
export abstract class Recorded extends Signed {
  /** It came in with an archive: name and date are what the file says. */
  @Column({ type: 'boolean', name: 'from_file', default: false })
  fromFile!: boolean;
}

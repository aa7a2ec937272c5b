import Joi from 'joi';

export interface EntryBody {
  name: string;
  data: object;
  retired: boolean;
  baseRevision: number;
}
/** What is in it is checked by the core, as a job would check it. */
export const entryBody = Joi.object<EntryBody>({
  name: Joi.string().trim().min(1).max(80).required(),
  data: Joi.object().unknown(true).required(),
  retired: Joi.boolean().default(false),
  /** Of the state it was changed from; 0: it is new. */
  baseRevision: Joi.number().integer().min(0).max(1_000_000).required(),
});

import Joi from 'joi';

export interface PartQuery {
  words?: string;
  kind?: string;
  dash?: number;
  role?: 'feed' | 'return';
  hose?: string;
}
const key = Joi.string()
  .pattern(/^[a-z][a-z-]*$/)
  .max(40);
/** Something has to be asked for: every part of every job is no question. */
export const partQuery = Joi.object<PartQuery>({
  words: Joi.string().trim().min(1).max(80),
  kind: key,
  dash: Joi.number().integer().min(1).max(32),
  role: Joi.string().valid('feed', 'return'),
  hose: key,
}).or('words', 'kind', 'dash', 'role', 'hose');

import Joi from 'joi';

export interface PhotoOf {
  caption: string;
  about: string;
}
export const photoQuery = Joi.object<PhotoOf>({
  caption: Joi.string().trim().allow('').max(200).default(''),
  about: Joi.string()
    .allow('')
    .pattern(/^[a-z][a-z-]*(:[A-Za-z0-9:-]{1,100})?$/)
    .max(120)
    .default(''),
});

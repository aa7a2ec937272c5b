import Joi from 'joi';

export interface Caption {
  caption: string;
}
export const captionQuery = Joi.object<Caption>({
  caption: Joi.string().trim().allow('').max(200).default(''),
});

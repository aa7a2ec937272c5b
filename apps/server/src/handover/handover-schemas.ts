import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import Joi from 'joi';

/** Units the record is printed in. */
export const pdfQuery = Joi.object<{ units: UnitSystem }>({
  units: Joi.string()
    .valid(...UNIT_SYSTEMS)
    .default('us'),
});

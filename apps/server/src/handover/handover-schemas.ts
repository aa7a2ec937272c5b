import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import Joi from 'joi';

export interface PdfQuery {
  readonly units: UnitSystem;
  /** Ids of the photos to print, in that order; absent: the first ones of the job. */
  readonly photos?: readonly string[];
}

/** More on paper nobody looks through; the whole job as a file has them all. */
export const MOST_PHOTOS = 24;

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
/** Ids parted by commas; none between them is none chosen. */
const listed = Joi.any().custom((text: unknown, helpers) => {
  const ids = text === '' ? [] : String(text).split(',');
  return ids.length <= MOST_PHOTOS && ids.every((id) => UUID.test(id))
    ? ids
    : helpers.message({ custom: `"photos" must be at most ${MOST_PHOTOS} ids, parted by commas` });
});

/** Units the record is printed in, and which photos go with it. */
export const pdfQuery = Joi.object<PdfQuery>({
  photos: listed,
  units: Joi.string()
    .valid(...UNIT_SYSTEMS)
    .default('us'),
});

import Joi from 'joi';

export interface ShelfBody {
  part: string;
  unit: 'each' | 'm';
  quantity: number;
  note: string;
}
export const shelfBody = Joi.object<ShelfBody>({
  part: Joi.string().trim().min(1).max(200).required(),
  unit: Joi.string().valid('each', 'm').required(),
  // Pieces are whole; a length goes up to a drum.
  quantity: Joi.when('unit', {
    is: 'each',
    then: Joi.number().integer().min(0).max(100_000).required(),
    otherwise: Joi.number().min(0).max(1000).required(),
  }),
  note: Joi.string().trim().allow('').max(200).default(''),
});

export interface ReservationBody {
  quantity: number;
}
/** None of it puts it back. */
export const reservationBody = Joi.object<ReservationBody>({
  quantity: Joi.number().min(0).max(100_000).required(),
});

export interface PricesBody {
  prices: { part: string; unit: 'each' | 'm'; cents: number | null }[];
}
/** No price takes it off the list. */
export const pricesBody = Joi.object<PricesBody>({
  prices: Joi.array()
    .items(
      Joi.object({
        part: Joi.string().trim().min(1).max(200).required(),
        unit: Joi.string().valid('each', 'm').required(),
        cents: Joi.number().min(0).max(5_000_000).allow(null).required(),
      }),
    )
    .min(1)
    .max(2000)
    .required(),
});

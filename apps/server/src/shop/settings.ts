import {
  ROLL_LIMITS,
  SHOP_LIMITS,
  USUAL_HOSE_SOLD,
  type HoseSold,
  type ShopLimits,
} from '@venula/core/document';
import { GAS_LIMITS, gasLimit, HOLD_POINTS, type HoldPoint } from '@venula/core/prove';
import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import Joi from 'joi';

/** What a shop decides once. SI. */
export interface ShopSettings {
  readonly name: string;
  /** Lines of the letterhead. */
  readonly address: string;
  readonly units: UnitSystem;
  /** What new jobs are held against; a job keeps what it was started with. */
  readonly limits: ShopLimits;
  /** How hose is bought: roll lengths, else by the foot up to the longest single piece; m. */
  readonly hoseSold: HoseSold;
  /** Most gas pressure a lead may put on a line, Pa gauge. */
  readonly gasLeadPa: number;
  /** Hold points of the job sheet that a second person has to look at before it can be signed. */
  readonly secondLooks: readonly HoldPoint[];
  /** Where QR codes lead: the shop’s own address on its network; empty: the one the page was opened at. */
  readonly labelAddress: string;
}

export const DEFAULT_SETTINGS: Omit<ShopSettings, 'name'> = {
  address: '',
  units: 'us',
  limits: Object.fromEntries(
    Object.entries(SHOP_LIMITS).map(([key, { usual }]) => [key, usual]),
  ) as unknown as ShopLimits,
  hoseSold: USUAL_HOSE_SOLD,
  gasLeadPa: GAS_LIMITS.lead,
  secondLooks: [],
  labelAddress: '',
};

/** A web address and nothing behind it but a path: it is printed on labels for ten years. */
function webAddress(value: string, helpers: Joi.CustomHelpers): string | Joi.ErrorReport {
  const bad = helpers.message({
    custom: '"labelAddress" must be a web address, as in https://venula.shop.lan',
  });
  if (!URL.canParse(value)) return bad;
  const { protocol, username, search, hash } = new URL(value);
  return /^https?:$/.test(protocol) && username === '' && search === '' && hash === ''
    ? value.replace(/\/+$/, '')
    : bad;
}

export const shopName = Joi.string().trim().min(2).max(80).required().messages({
  'string.empty': 'is missing',
  'any.required': 'is missing',
  'string.min': 'needs at least 2 characters',
});
export const units = Joi.string().valid(...UNIT_SYSTEMS);

const rollLength = Joi.number().min(ROLL_LIMITS.min).max(ROLL_LIMITS.max);

export const wholeSettings = Joi.object<ShopSettings>({
  name: shopName,
  address: Joi.string().trim().allow('').max(300).required(),
  units: units.required(),
  limits: Joi.object(
    Object.fromEntries(
      Object.entries(SHOP_LIMITS).map(([key, { min, max }]) => [
        key,
        Joi.number().min(min).max(max).required(),
      ]),
    ),
  ).required(),
  hoseSold: Joi.object({
    rollsM: Joi.array().items(rollLength).max(8).required(),
    longestM: rollLength.required(),
  }).required(),
  gasLeadPa: Joi.number().min(gasLimit('technician', 'metric')).max(GAS_LIMITS.lead).required(),
  secondLooks: Joi.array()
    .items(Joi.string().valid(...HOLD_POINTS))
    .unique()
    .required(),
  labelAddress: Joi.string().trim().allow('').max(200).custom(webAddress).required(),
});

/** What somebody changes, and what it was where they changed it: two leads never overwrite each other unseen. */
export interface SettingsChange {
  readonly now: Partial<ShopSettings>;
  readonly was: Partial<ShopSettings>;
}

export const SETTINGS = ['name', ...Object.keys(DEFAULT_SETTINGS)] as readonly (keyof ShopSettings)[];
const some = wholeSettings.fork([...SETTINGS], (s) => s.optional());
export const settingsChange = Joi.object<SettingsChange>({
  now: some.min(1).required(),
  was: some.required(),
});

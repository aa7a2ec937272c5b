import Joi from 'joi';
import { PASSWORD_LENGTH } from './password-rule.ts';
import type { NewPerson, PersonChange } from './people.service.ts';
import { ROLES } from './user.entity.ts';

/** What is said beside a field. */
const SAID = {
  'string.empty': 'is missing',
  'any.required': 'is missing',
  'string.min': 'needs at least {#limit} characters',
  'string.max': 'is longer than {#limit} characters',
};
/** Lower case before it is measured: some letters become two. */
const typedLogin = Joi.string().trim().lowercase().max(40).required();
const login = typedLogin
  .min(2)
  .pattern(/^[a-z0-9][a-z0-9._-]*$/)
  .messages({ ...SAID, 'string.pattern.base': 'takes letters, figures, dots and dashes' });
const personName = Joi.string().trim().min(2).max(80).messages(SAID);
const given = Joi.string().max(200);
const chosen = Joi.string().min(PASSWORD_LENGTH.least).max(PASSWORD_LENGTH.most).required().messages(SAID);
const pin = Joi.string()
  .pattern(/^\d{4,8}$/)
  .messages({ ...SAID, 'string.pattern.base': 'is 4 to 8 digits' });
const role = Joi.string().valid(...ROLES);

export interface SignIn {
  login: string;
  password: string;
}
export const signIn = Joi.object<SignIn>({ login: typedLogin, password: given.required() });

export interface PinSignIn {
  personId: string;
  pin: string;
}
export const pinSignIn = Joi.object<PinSignIn>({
  personId: Joi.string().uuid().required(),
  pin: Joi.string().max(8).required(),
});

export const newPerson = Joi.object<NewPerson>({ login, name: personName.required(), role: role.required() });
export const personChange = Joi.object<PersonChange>({ name: personName, role, active: Joi.boolean() }).min(
  1,
);

export interface OwnPassword {
  old: string;
  password: string;
}
export const ownPassword = Joi.object<OwnPassword>({ old: given.required(), password: chosen });

export interface OwnPin {
  password: string;
  pin: string | null;
}
export const ownPin = Joi.object<OwnPin>({ password: given.required(), pin: pin.allow(null).required() });

export interface NewDevice {
  name: string;
}
export const newDevice = Joi.object<NewDevice>({
  name: Joi.string().trim().min(2).max(60).required().messages(SAID),
});

/** The first lead of a shop. */
export const firstLead = { login, name: personName.required(), password: chosen };

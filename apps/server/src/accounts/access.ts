import { SetMetadata } from '@nestjs/common';
import type { Role } from './user.entity.ts';

/** Who may call a route. `anyone`: without signing in. */
export const WHO = {
  anyone: null,
  everyone: ['viewer', 'technician', 'lead'],
  technicians: ['technician', 'lead'],
  leads: ['lead'],
} as const satisfies Record<string, readonly Role[] | null>;
export type Who = keyof typeof WHO;

export interface Access {
  readonly who: Who;
  /** Not for a session that was opened with a PIN: it takes the password. */
  readonly byPassword: boolean;
  /** Also for somebody who has to choose a password of their own first. */
  readonly beforeOwnPassword: boolean;
}

export const ACCESS = 'venula:access';

/**
 * The rule of one route. There is none for whole controllers: a new route without one stops the start (see access-check.ts), so
 * that nothing is open by accident.
 */
export const Allows = (who: Who, more: Partial<Omit<Access, 'who'>> = {}): MethodDecorator =>
  SetMetadata<string, Access>(ACCESS, { who, byPassword: false, beforeOwnPassword: false, ...more });

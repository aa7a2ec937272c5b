import type { Role } from '../accounts/user.entity.ts';

export const DEMO_SHOP = 'Saltmarsh Speed & Fuel';

/** The people of the invented shop. Their passwords are printed at its start, and never open another shop. */
export const DEMO_PEOPLE: readonly {
  login: string;
  name: string;
  role: Role;
  password: string;
  pin?: string;
}[] = [
  { login: 'tess', name: 'Tess Varga', role: 'technician', password: 'saltmarsh-tess', pin: '2580' },
  { login: 'lou', name: 'Lou Abernethy', role: 'lead', password: 'saltmarsh-lou', pin: '7394' },
  { login: 'guest', name: 'Counter tablet', role: 'viewer', password: 'saltmarsh-guest' },
];

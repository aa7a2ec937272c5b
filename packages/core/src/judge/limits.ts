import { PSI } from '../quantities/constants.ts';

/** Suction margin below which vapor is near (note) and at hand (stop), Pa. */
export const SUCTION_LIMITS = { note: 20e3, stop: 5e3 } as const;
/**
 * Volts lost on the whole way from the battery's posts to a load and back, joints included, battery sag apart: what good work
 * reaches, and what a pump's way must not lose (common practice); 10 % of 12 V for other loads, and 3 % of it in the
 * conductors of a boat's critical circuits (ABYC E-11), shown as a line. Of half a volt the wires alone may lose what fuse, relay
 * and plugs leave them, some 0.15 V.
 */
export const DROP_LIMITS = { good: 0.5, wires: 0.35, pump: 1, other: 1.2, boat: 0.36 } as const;
/** Volts a battery should keep while cranking (common practice). */
export const CRANKING_VOLTS = 10;
/** Volts a starter's cables may lose while it turns (common practice). */
export const STARTER_DROP = 0.5;
/** Rail more than this above set is a fix, Pa. */
export const RAIL_HIGH_LIMIT = 20e3;
/** Rail more than this below what is wanted while fuel goes home past the regulator is a fix, Pa. */
export const RAIL_LOW_LIMIT = 20e3;
/** Boost from which a regulator must feel the manifold, Pa gauge (1.5 psi): below it the injectors hardly notice. */
export const REFERENCE_BOOST = 10e3;
/** A regulator set off the base by less than this share of it is set so on purpose (common practice). */
export const OWN_SETTING = 0.1;
/** Return back-pressure above this share of the idle rail pressure is a fix. */
export const BACK_PRESSURE_SHARE = 0.35;
/** How far above the factory rail a supplementary regulator may be set, Pa (2 psi). */
export const SUPPLEMENTARY_ABOVE = 2 * PSI;

/** Under this, m, a part touches: against something hot it burns, against something that moves it is cut through. */
export const TOUCHES = 0.005;

/** Standard gravity, m/s² (CGPM 1901). */
export const GRAVITY = 9.80665;

/** International foot, m, and inch (1959): exact. */
export const FOOT = 0.3048;
export const INCH = FOOT / 12;
/** International pound, kg (1959): exact. */
export const POUND = 0.45359237;
/** US gallon, m³: 231 in³, exact. */
export const GALLON = 3.785411784e-3;
/** Pound-force on a square inch, Pa (NIST SP 811, appendix B). */
export const PSI = 6894.757293168;
/** Inch of mercury at 0 °C, Pa (NIST SP 811, appendix B). */
export const INHG = 3386.389;
/** Mechanical horsepower, W: 550 ft·lbf/s. */
export const HP = 745.6998715822702;
/** Pound of fuel for a horsepower over an hour, kg/J: what engines' thirst is told in. */
export const POUND_PER_HP_HOUR = POUND / (HP * 3600);
/** One dash: sixteenth of an inch of tube outside, m. */
export const DASH = INCH / 16;
/** Liter an hour, m³/s. */
export const LPH = 1e-3 / 3600;

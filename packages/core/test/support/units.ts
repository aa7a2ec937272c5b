/** SI per unit, from NIST SP 811 appendix B; written out here so that a slip in the core's own factors shows. */
export const PSI = 6894.757293168;
export const HP = 745.6998715822702;
export const LPH = 1e-3 / 3600;
export const FOOT = 0.3048;
export const INCH = 0.0254;

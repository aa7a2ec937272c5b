/** Standard gravity, m/s² (CGPM 1901). */
export const GRAVITY = 9.80665;

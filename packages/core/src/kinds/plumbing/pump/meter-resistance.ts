/** What a meter's small current sees in standing brushes, Ω (common practice: a pump reads 0.8–1.0 Ω). */
const BRUSH_FILM = { low: 0.72, high: 0.78 } as const;

/**
 * What a meter reads across a stopped brushed motor: mostly the film under its standing brushes. It says that the winding
 * is whole, nothing about the running motor, whose dynamic resistance is far smaller.
 * @param armatureOhms dynamic resistance of the running motor, Ω
 * @returns band the reading should lie in, Ω
 * Validity: brushed motors of 60 to 200 W, leads subtracted; a brushless pump shows nothing useful.
 * @throws nothing
 * @source common practice
 * @example meterResistance(0.18).low // => 0.9
 */
export function meterResistance(armatureOhms: number): { readonly low: number; readonly high: number } {
  return { low: armatureOhms + BRUSH_FILM.low, high: armatureOhms + BRUSH_FILM.high };
}

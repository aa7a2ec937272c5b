/**
 * An angle as a position of the clock's hand, to five degrees.
 * @param angle rad from 12, clockwise
 * @returns hours and minutes: "3:00" is a quarter turn
 * Validity: any finite angle.
 * @throws nothing
 * @source 360° are twelve hours
 * @example clockText(Math.PI / 2) // => '3:00'
 */
export function clockText(angle: number): string {
  const minutes = (((Math.round((angle * 180) / Math.PI / 5) * 10) % 720) + 720) % 720;
  const hour = Math.floor(minutes / 60);
  return `${hour === 0 ? 12 : hour}:${String(minutes % 60).padStart(2, '0')}`;
}

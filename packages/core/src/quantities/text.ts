/** Half of a character outside the basic plane, or a NUL: no database and no file takes them. */
const UNSTORABLE = /\p{Surrogate}|\0/u;

/**
 * Whether a text can be stored: no NUL and no half of a character that needs two code units.
 * @param text any text
 * @returns true when every record and file takes it
 * Validity: any text.
 * @throws nothing
 * @source Unicode, surrogate code points; PostgreSQL text takes no NUL
 * @example storable('fuel\u0000') // => false
 */
export function storable(text: string): boolean {
  return !UNSTORABLE.test(text);
}

/**
 * Cuts a text to a length, never through the middle of a character.
 * @param text any text
 * @param most greatest length in UTF-16 code units, as field limits count them
 * @returns the text, or as much of its beginning as fits
 * Validity: any text.
 * @throws nothing
 * @source own convention
 * @example shortened('ab😀', 3) // => 'ab'
 */
export function shortened(text: string, most: number): string {
  if (text.length <= most) return text;
  const cut = text.slice(0, most);
  return /[\uD800-\uDBFF]$/.test(cut) ? cut.slice(0, -1) : cut;
}

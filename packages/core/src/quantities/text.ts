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

/**
 * Breaks a name into lines, for a drawing: between words, a word longer than a line within itself.
 * @param text name
 * @param room characters a line takes
 * @param most lines at most; what is longer is shortened in the last one and says so
 * @returns lines, none of them longer than the room
 * Validity: room of at least 2.
 * @throws nothing
 * @source own convention
 * @example inLines('Fuse at the battery', 12, 2) // => ['Fuse at the', 'battery']
 */
export function inLines(text: string, room: number, most: number): string[] {
  const lines: string[] = [];
  const pieces = text.split(' ').flatMap((word) => {
    const letters = [...word];
    return letters.length <= room
      ? [word]
      : Array.from({ length: Math.ceil(letters.length / room) }, (_, i) =>
          letters.slice(i * room, (i + 1) * room).join(''),
        );
  });
  for (const word of pieces) {
    const last = lines.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= room) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  const kept = [
    ...lines.slice(0, most - 1),
    ...(lines.length >= most ? [lines.slice(most - 1).join(' ')] : []),
  ];
  return kept.map((line) => (line.length <= room ? line : `${shortened(line, room - 1)}…`));
}

/**
 * A text that begins a sentence or a line.
 * @param text any text
 * @returns the same with its first letter large
 * Validity: any text.
 * @throws nothing
 * @source own convention
 * @example capital('ring') // => 'Ring'
 */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * A name in the middle of a sentence: its first letter small, but for what is written in capitals ("PTFE line", "Y behind
 * the pump") and whatever stands behind ("SAE J30 R9").
 * @param name name of a part, a state, a field
 * @returns the same as a sentence has it
 * Validity: any text.
 * @throws nothing
 * @source own convention
 * @example withinSentence('Injection hose SAE J30 R9') // => 'injection hose SAE J30 R9'
 */
export const withinSentence = (name: string): string =>
  /^(?!A )\p{Lu}(?:[\p{Lu}\d\s.-]|$)/u.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);

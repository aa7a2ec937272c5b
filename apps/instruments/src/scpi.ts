/** What an instrument says where it can show no number (SCPI-1999 volume 1, 7.2.1.4 and 7.2.1.5). */
export const OVERLOAD = '9.9E37';
export const NOT_A_NUMBER = '9.91E37';

/** A query an instrument knows, by its long form: `MEASure:PRESsure?`. */
export type Commands = Readonly<Record<string, () => string>>;

/** Errors are kept until they are asked for, the oldest first. */
const MOST_ERRORS = 16;

/**
 * Speaks the part of SCPI-1999 the gateway needs: headers in long or short form whatever their case, one line a query, `*IDN?`,
 * `*CLS` and `SYSTem:ERRor?` with its standard numbers. One speaker serves one connection.
 */
export class ScpiSpeaker {
  private readonly errors: string[] = [];
  private readonly known: readonly (readonly [RegExp, () => string])[];

  constructor(identity: string, commands: Commands) {
    this.known = Object.entries({
      ...commands,
      '*IDN?': () => identity,
      'SYSTem:ERRor?': () => this.errors.shift() ?? '0,"No error"',
    }).map(([header, answer]) => [patternOf(header), answer] as const);
  }

  /** The answer to one line; nothing where it asks nothing, or is not understood. */
  say(line: string): string | null {
    const asked = line.trim();
    if (asked === '') return null;
    if (/^\*CLS$/i.test(asked)) {
      this.errors.length = 0;
      return null;
    }
    const found = this.known.find(([pattern]) => pattern.test(asked));
    if (found) return found[1]();
    if (this.errors.length < MOST_ERRORS) this.errors.push('-113,"Undefined header"');
    return null;
  }
}

/** `MEASure:PRESsure?` takes MEAS:PRES? and MEASURE:PRESSURE?, nothing between. */
function patternOf(header: string): RegExp {
  const words = header.split(':').map((word) => {
    const query = word.endsWith('?');
    const plain = query ? word.slice(0, -1) : word;
    const short = plain.replace(/[a-z]+$/, '');
    const escaped = [short, plain].map((w) => w.replace(/[*+.]/g, '\\$&'));
    return `(?:${escaped.join('|')})${query ? '\\?' : ''}`;
  });
  return new RegExp(`^:?${words.join(':')}$`, 'i');
}

/** A number as SCPI says it (NR3): +4.35000E+05. */
export function nr3(value: number): string {
  const [mantissa, exponent] = value.toExponential(5).split('e') as [string, string];
  const power = Number(exponent);
  const sign = value < 0 ? '' : '+';
  return `${sign}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`;
}

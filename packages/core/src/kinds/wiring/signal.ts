/** "a&!b": every named signal, "!" for its opposite. */
export const signalHolds = (expression: string, signals: Readonly<Record<string, boolean>>): boolean =>
  expression
    .split('&')
    .every((part) => (part.startsWith('!') ? !(signals[part.slice(1)] ?? false) : (signals[part] ?? false)));

/** The signals an expression names. */
export const signalsIn = (expression: string): string[] =>
  expression.split('&').map((part) => part.replace(/^!/, ''));

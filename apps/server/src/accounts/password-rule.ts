import { BadRequestException } from '@nestjs/common';

export const PASSWORD_LENGTH = { least: 12, most: 128 } as const;
/** Digits in a row, all alike, or a year: the first that are tried. */
export function refuseWeakPin(pin: string): void {
  const figures = [...pin].map(Number);
  const steps = new Set(figures.slice(1).map((f, i) => f - figures[i]!));
  const inRow = steps.size === 1 && [0, 1, -1].includes([...steps][0]!);
  const pairs = pin.length === 4 && pin.slice(0, 2) === pin.slice(2);
  if (inRow || pairs || /^(?:19|20)\d\d$/.test(pin))
    throw new BadRequestException({
      code: 'WEAK_PIN',
      message: 'This PIN is among the first that are tried.',
      remedy: 'No rows, no repeats, no year.',
      details: [{ path: 'pin', message: 'is among the first that are tried' }],
    });
}

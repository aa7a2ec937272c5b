import type { StepChange } from '../kinds/contract.ts';

/** What making a part one size better is called. */
export function sayStep(change: StepChange): string {
  switch (change.what) {
    case 'dash':
      return `-${change.to} in place of -${change.from}`;
    case 'gauge':
      return `${change.to} in place of ${change.from}`;
    case 'area':
      return 'twice the element area, clean';
    case 'bore':
      return 'one size larger';
    case 'flow':
      return 'a pump of 15% more flow';
  }
}

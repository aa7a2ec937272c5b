export { sayEnding } from '../say/ending.ts';
export { sayAgain } from '../say/finding.ts';
export { sayPumpFault } from '../say/pump-fault.ts';
export { sayState } from '../say/state.ts';

export { sayEnds, sayMiss } from '../say/hose-ends.ts';
export { sayEnding } from '../say/ending.ts';
export { type SaidFinding, sayAgain } from '../say/finding.ts';
export { sayOrigin } from '../say/origin.ts';
export { sayPumpFault } from '../say/pump-fault.ts';
export { saySignal } from '../say/signal.ts';
export { explained, TERMS, type TextPart } from '../say/terms.ts';
export { manifoldWords } from '../say/words.ts';
export { sayState } from '../say/state.ts';

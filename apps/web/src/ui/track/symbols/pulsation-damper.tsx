import { ink, thin } from './ink.ts';

/** A can on the line with its diaphragm. */
export const pulsationDamper = () => (
  <>
    <path d="M-16 14 V-4 Q-16 -20 0 -20 Q16 -20 16 -4 V14 Z" {...ink} />
    <path d="M-13 0 Q-6 -6 0 0 T13 0" {...thin} strokeWidth={2.6} />
    <path d="M0 14 V20" {...thin} strokeWidth={3} />
  </>
);

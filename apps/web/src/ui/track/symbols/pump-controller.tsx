import { ink, thin } from './ink.ts';

/** A finned box: power through it, and the small wire that enables it. */
export const pumpController = () => (
  <>
    <rect x="-18" y="-15" width="36" height="30" rx="3" {...ink} />
    <path d="M-10 -15 V-20 M0 -15 V-20 M10 -15 V-20" {...thin} strokeWidth={3} />
    <path d="M-12 4 H-6 V-5 H0 V4 H6 V-5 H12" {...thin} strokeWidth={2.4} />
    <path d="M0 15 V21" {...thin} />
  </>
);

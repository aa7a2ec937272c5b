/** Our own drawings of the parts, centred on 0,0 in a box of 44. Thick ink on paper. */
export const ink = {
  stroke: 'var(--ink)',
  strokeWidth: 3,
  fill: 'var(--paper)',
  strokeLinejoin: 'round',
  strokeLinecap: 'round',
} as const;
export const thin = { ...ink, strokeWidth: 2, fill: 'none' } as const;

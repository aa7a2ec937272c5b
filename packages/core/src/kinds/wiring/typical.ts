/** Source, strap and contacts in the logic, Ω and V (typical). */
export const TYPICAL = {
  supplyVolts: 12.4,
  source: 0.01,
  strap: 0.001,
  stud: 0.002,
  key: 0.01,
  contact: 0.005,
  switch: 0.02,
  driver: 0.1,
  damp: 680,
} as const;

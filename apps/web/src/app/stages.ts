/** The stations a job passes. One that does not exist yet is not here. */
export const STAGES = [
  { key: 'brief', name: 'Brief', letter: 'b' },
  { key: 'plumb', name: 'Plumb', letter: 'p' },
  { key: 'route', name: 'Route', letter: 'r' },
  { key: 'wire', name: 'Wire', letter: 'w' },
  { key: 'parts', name: 'Parts', letter: 'a' },
  { key: 'build', name: 'Build', letter: 'u' },
  { key: 'test', name: 'Test', letter: 't' },
  { key: 'handover', name: 'Handover', letter: 'h' },
] as const;
export type StageKey = (typeof STAGES)[number]['key'];

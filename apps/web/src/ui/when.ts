/** A moment as a record says it: “Nov 28, 2026, 5:17 PM”. */
export const when = (at: string | number | Date): string =>
  new Date(at).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' });

/** What is said whenever the shop's server cannot answer just now: nothing was lost, and when to come again. */
export const RETRY_AFTER_S = 2;

export const BUSY = {
  code: 'BUSY',
  message: 'The shop’s server is busy. What you entered is kept.',
  remedy: 'It is sent again by itself in a moment.',
} as const;

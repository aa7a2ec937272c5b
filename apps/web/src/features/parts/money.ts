const MONEY = new Intl.NumberFormat('en-US', { style: 'currency', currency: 'USD' });

/** "$1,234.50". */
export const dollars = (cents: number): string => MONEY.format(cents / 100);

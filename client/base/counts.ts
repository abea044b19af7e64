const figures = new Intl.NumberFormat('en-GB');

/** A count as it is read: `1,653`. */
export const count = (n: number): string => figures.format(n);
/** A count of things: `1 screen`, `1,653 screens`. */
export const plural = (n: number, one: string, many = `${one}s`): string =>
  n === 1 ? `1 ${one}` : `${count(n)} ${many}`;

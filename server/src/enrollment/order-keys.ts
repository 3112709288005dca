/** The keys by which what an order has done stands on somebody's record: the same twice is one; and whose it was, read back. */

/** What is bought for oneself. */
export const keyOfOrder = (order: string) => `order ${order}`;
/** A seat that is given out; given to somebody once more, it is another. */
export const keyOfSeat = (order: string, at: string) => `seat of order ${order} ${at}`;
/** Staying longer. */
export const keyOfRenewal = (order: string) => `renewal ${order}`;

/** The order that such a key names; null: it is another's. */
export const orderOfKey = (key: string): string | null =>
  /^(?:seat of order|order|renewal) (\S+)/.exec(key)?.[1] ?? null;

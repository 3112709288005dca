/** What usually fails of parts that fall due after the purchase, and what comes of what is due if it goes on like that. */

/** Over a year, net of tax, in minor units. */
export interface Usual {
  due: number;
  /** Of it not paid. */
  unpaid: number;
}

/** As much as is due where nothing is known. @param due in minor units */
export const usuallyComes = (due: number, { due: fell, unpaid }: Usual): number =>
  fell <= 0 ? due : Math.round(due * (1 - unpaid / fell));

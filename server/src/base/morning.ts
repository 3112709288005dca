/** The morning of a day that is told by mail: nobody is woken at midnight. */

/** So many milliseconds after the day has begun. */
export const MORNING = 8 * 3_600_000;

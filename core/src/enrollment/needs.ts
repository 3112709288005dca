/** Whom somebody should look after: by these words lists narrow to them. */
export const NEEDS = ["late", "ending", "quiet"] as const;
export type NeedOf = (typeof NEEDS)[number];

/** Access that ends within so many days ends soon. */
export const ENDING_DAYS = 30;
/** Who has something open and was not here for so many days is quiet. */
export const QUIET_DAYS = 14;
/** Of more than so many it is said that there are more. */
export const NEEDS_COUNTED = 1000;

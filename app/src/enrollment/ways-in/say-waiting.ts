/** Where somebody stands on a waitlist, in words: at a course's door, and where a place has to be bought. */

/** "You wait for a place; two come before you." */
export const sayAhead = (ahead: number): string =>
  ahead === 0
    ? "You wait for a place, and are the next."
    : `You wait for a place; ${ahead === 1 ? "one comes" : `${ahead} come`} before you.`;

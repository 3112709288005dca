/** How much is handed in to an assignment at the most. */

/** So long a text may be, in characters. */
export const SUBMISSION_TEXT_MOST = 50_000;
/** So many files can be asked for. */
export const SUBMISSION_FILES_MOST = 20;

/** What files may have: without the schemas, for the application. */

/** The most a file may have, in bytes. */
export const FILE_MOST = 4 * 1024 ** 3;

/** The most a file may have that somebody hands in, in bytes; and all that they bring in a school together. */
export const SUBMISSION_FILE_MOST = 300 * 1000 ** 2;
export const SUBMISSION_BYTES_MOST = 3 * 1000 ** 3;

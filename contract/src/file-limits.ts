/** What files may have: without the schemas, for the application. */

/** The most a file may have, in bytes. */
export const FILE_MOST = 4 * 1024 ** 3;

/** Under which license something may be used: names as SPDX's list has them (spdx.org/licenses, from memory). */

/** What can be chosen, and how it is read. */
export const LICENSES = {
  "": "not said",
  own: "all rights reserved",
  "CC0-1.0": "CC0 1.0, no rights reserved",
  "CC-BY-4.0": "CC BY 4.0",
  "CC-BY-SA-4.0": "CC BY-SA 4.0",
  "CC-BY-NC-4.0": "CC BY-NC 4.0",
  "CC-BY-NC-SA-4.0": "CC BY-NC-SA 4.0",
  "CC-BY-ND-4.0": "CC BY-ND 4.0",
  "CC-BY-NC-ND-4.0": "CC BY-NC-ND 4.0",
} as const;

export type License = keyof typeof LICENSES;
export const LICENSE_NAMES = Object.keys(LICENSES) as [License, ...License[]];

/** The languages of Zod's messages that come along: ours are written by ourselves, in English. */
export { default as en } from "zod/v4/locales/en.js";

/** What the ways in have done in threads. */
import { task } from "../../jobs/task";
import type { Poster } from "./poster";

/** A page to hang up, as a PDF. */
export const POSTER = task<Poster, Uint8Array>("poster");

/** What the ways in have done in threads. */
import { task } from "../../jobs/task";
import type { JoinPage } from "./print-join-page";

/** A page to hang up, as a PDF. */
export const JOIN_PAGE = task<JoinPage, Uint8Array>("join-page");

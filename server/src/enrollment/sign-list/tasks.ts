/** What lists to sign have done in threads. */
import { task } from "../../jobs/task";
import type { SignList } from "./print-sign-list";

/** A list to sign, as a PDF. */
export const SIGN_LIST = task<SignList, Uint8Array>("sign-list");

/** Who does something to an order, and when. */
import type { Context } from "../school/context";

/** Who does it: a request's context, or the till's message. */
export type Doing = Pick<Context, "school" | "who" | "now">;

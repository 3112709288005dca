/** Who acts: an account, a key of an outside system, or the server itself. */

export interface Who {
  kind: "account" | "key" | "system";
  /** Never changes, and is never given to another. */
  id: string;
  /** What it is called at this moment; kept beside the identifier, since it may be called otherwise later. */
  name: string;
}

/** The server, doing something by itself. */
export const system = (id: string): Who => ({ kind: "system", id, name: id });

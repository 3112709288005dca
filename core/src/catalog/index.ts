/** Public pages: what they are made of, and their addresses. */
export * from "./address";
export * from "./blocks";

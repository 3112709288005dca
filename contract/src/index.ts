/** What server and application say to each other. */
export * from "./courses";
export * from "./enrollment";
export * from "./import";
export * from "./problem";
export * from "./review";
export * from "./schedule";
export * from "./school";

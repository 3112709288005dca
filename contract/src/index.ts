/** What server and application say to each other. */
export * from "./account";
export * from "./catalog";
export * from "./courses";
export * from "./enrollment";
export * from "./import";
export * from "./permissions";
export * from "./problem";
export * from "./record";
export * from "./review";
export * from "./roster";
export * from "./schedule";
export * from "./school";
export * from "./staff";
export * from "./text";
export * from "./upkeep";

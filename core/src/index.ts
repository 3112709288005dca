/** The core: what is calculated, with no interface, no database and no clock of its own. */
export * from "./courses";
export * from "./enrollment";
export * from "./people";
export * from "./plan";
export * from "./schedule";
export * from "./time";

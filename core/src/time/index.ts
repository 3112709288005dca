/** Time: instants, zones, civil dates, offsets, calendars and moments. */
export * from "./calendar";
export * from "./checked";
export * from "./civil";
export * from "./instant";
export * from "./limits";
export * from "./moment";
export * from "./offset";
export * from "./span";
export * from "./steps";
export * from "./time-of-day";
export * from "./types";
export * from "./zone";

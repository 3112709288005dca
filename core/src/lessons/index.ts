/** Lessons: what stands in one, by kind; what of it was seen. */
export * from "./file-types";
export * from "./kinds";
export { fileId, link, type Use } from "./kinds/kind";
export { joinable, LINK_BEFORE } from "./kinds/meeting";
export * from "./license";
export * from "./seen";
export * from "./text";

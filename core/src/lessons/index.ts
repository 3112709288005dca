/** Lessons: what stands in one, by kind; what of it was seen. */
export * from "./assignment";
export * from "./file-types";
export { joinable, LINK_BEFORE } from "./joinable";
export * from "./kinds";
export { fileId, link, type Use } from "./kinds/kind";
export { rubric } from "./kinds/rubric";
export * from "./license";
export * from "./rubric";
export * from "./seen";
export * from "./submission-limits";
export * from "./survey";
export * from "./text";

/** What is written with the editor's package: one piece, so that the package is fetched by whoever writes, and by nobody else. */
export { ChipsField } from "../../notices/chips-field";
export { RichText } from "./rich-text";

/** How each kind's main part is shown: one piece, fetched with the first lesson that needs it. */
export { default as assignment } from "./assignment/shown";
export { default as audio } from "./audio/shown";
export { default as download } from "./download/shown";
export { default as embedded } from "./embedded/shown";
export { default as meeting } from "./meeting/shown";
export { default as pdf } from "./pdf/shown";
export { default as quiz } from "./quiz/shown";
export { default as slides } from "./slides/shown";
export { default as survey } from "./survey/shown";
export { default as video } from "./video/shown";

/** How each kind's main part is made: one piece, for authors. */
export { default as audio } from "./audio/editor";
export { default as download } from "./download/editor";
export { default as embedded } from "./embedded/editor";
export { default as meeting } from "./meeting/editor";
export { default as pdf } from "./pdf/editor";
export { default as slides } from "./slides/editor";
export { default as video } from "./video/editor";

/** Who a school knows: fields of its own about them. */
export * from "./choice-tree";
export * from "./field";
export * from "./parts";
export * from "./read-answer";
export * from "./say-answer";
export { sayChoice } from "./say-choice";

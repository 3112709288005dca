/** Who a school knows: fields of its own about them. */
export * from "./own-field";

/** What is put on sale, what it costs somebody, what was bought, and what goes back. */
export * from "./sales/buying";
export * from "./sales/by-hand";
export * from "./sales/change";
export * from "./sales/documents";
export * from "./sales/ending";
export * from "./sales/income";
export * from "./sales/offers";
export * from "./sales/orders";
export * from "./sales/parts";
export * from "./sales/refunds";
export * from "./sales/seat-links";
export * from "./sales/terms";

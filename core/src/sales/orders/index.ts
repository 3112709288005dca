/** Orders over time: what an order is at an instant, what a refund comes to, income by month. */
export { parseOrder, parseOrders } from "./check";
export { documentsOf, type OrderDocument } from "./documents-of";
export { type Income, IncomeBook, incomeOf, parseMonth } from "./income";
export { type OrderAt, orderAt } from "./order";
export { type Refund, type RefundAsked, type RefundPolicy, refundAt } from "./refund";
export { type Order, type Orders, orderSchema, ordersSchema } from "./schema";

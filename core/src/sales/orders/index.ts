/** Orders over time: what an order is at an instant, what a refund or a change comes to, documents, income by month. */
export { firstPaidOn, type PartToAsk, partsToAsk, termsByTransfer } from "./by-transfer";
export { type CardEnd, cardEnd, type KnownCard } from "./card-end";
export { type ChangeAhead, type ChangeReason, changeAhead } from "./change-ahead";
export { parseOrder, parseOrders } from "./check";
export { documentsOf, type OrderDocument } from "./documents-of";
export {
  firstDay,
  type Income,
  IncomeBook,
  incomeOf,
  type Month,
  monthOf,
  parseMonth,
  writeMonth,
} from "./income";
export { incomeOfOrder, type KeptMonths, type OrderIncome } from "./income-of-order";
export { type OrderAt, orderAt } from "./order";
export { isOpen, isToCome, type PartState } from "./part-state";
export { type PartnerShare, partnerShareAt } from "./partner";
export { type PriceAhead, priceAhead } from "./price-ahead";
export { type Refund, type RefundAsked, type RefundPolicy, refundAt } from "./refund";
export { type Order, type Orders, orderSchema, ordersSchema } from "./schema";
export { type LaterPart, usualDays } from "./usual";

/** Sales: money, listings, quotes, bundles, tax by place. */
export { type Bundle, measureBundle, parseBundle } from "./bundle";
export { digitsOf, plainMoney, type ReadMoney, readMoney, sayMoney } from "./currency";
export { type ManyAsked, type ManyTotals, quoteMany } from "./in-bulk";
export { countsInTotal, dueLater, sayLine } from "./line-words";
export {
  type Code,
  type Listing,
  listingSchema,
  normalCode,
  optionSchema,
  type PriceOption,
  parseListing,
} from "./listing";
export {
  type AgreedMembership,
  isInMembership,
  isOpenBy,
  type MemberCourse,
  type Membership,
  membershipFaults,
  membershipSchema,
} from "./membership";
export { type Minor, percentOf, percentSchema, split, timesOver } from "./money";
export { type Asked, optionOf, type Quote, quote } from "./quote";
export { type Due, scheduleFrom } from "./schedule";
export { type Offering, type SalesSnag, salesSnags } from "./snags";
export {
  type PriceNote,
  priceNote,
  priceTurns,
  type Stretch,
  stretchesOf,
  type TermsSince,
} from "./stretches";
export {
  EU,
  evidenceOf,
  type PlaceTax,
  parseTax,
  supplySchema,
  type TaxByPlace,
  type TaxSettings,
  taxByPlace,
  taxOfPlace,
  taxSettingsSchema,
} from "./tax-by-place";
export type { Line } from "./unit";
export type { QuoteStep } from "./why";
export { lastDayToGiveBack, mayWithdraw } from "./withdrawal";

/** Sales: money, listings, quotes, bundles, tax by place. */
export { type Bundle, measureBundle, parseBundle } from "./bundle";
export { digitsOf, plainMoney, type ReadMoney, readMoney, sayMoney } from "./currency";
export { type Code, type Listing, type PriceOption, parseListing } from "./listing";
export { type Minor, split, timesOver } from "./money";
export { type Asked, optionOf, type Quote, quote } from "./quote";
export { EU, parseTax, type TaxByPlace, taxByPlace } from "./tax-by-place";
export type { QuoteStep } from "./why";

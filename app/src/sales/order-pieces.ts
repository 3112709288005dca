/** What an order is shown with, in one piece: the buyer's page and the seller's have it, the shelf does not. */
export { BillingFields } from "./billing-fields";
export { DocumentLinks } from "./document-links";
export { MembershipOpens } from "./membership-opens";
export { RunningParts } from "./running-parts";
export { StandingLine } from "./standing-line";

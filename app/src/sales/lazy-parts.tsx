/** The pieces of an order, fetched when one is looked at: the buyer's page and the seller's have them, the shelf does not. */
import { piecesOf } from "../ui/lazy-piece";

const piece = piecesOf(() => import("./order-pieces"), [0.8, 0.8]);

export const BillingFields = piece("BillingFields");
export const DocumentLinks = piece("DocumentLinks");
export const MembershipOpens = piece("MembershipOpens");
export const RunningParts = piece("RunningParts");
export const StandingLine = piece("StandingLine");

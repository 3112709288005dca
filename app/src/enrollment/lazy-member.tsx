/** What memberships open, fetched where somebody has one. */
import { piecesOf } from "../ui/lazy-piece";

const piece = piecesOf(() => import("./open-to-member"), [0.7, 0.5]);

export const OpenToMember = piece("OpenToMember");

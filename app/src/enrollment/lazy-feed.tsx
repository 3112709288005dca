/** The address by which a calendar subscribes, fetched where somebody asks for it: one's own dates have it, and the year. */
import { piecesOf } from "../ui/lazy-piece";

const piece = piecesOf(() => import("./feed-address"), [0.8, 0.6]);

export const FeedAddress = piece("FeedAddress");

/** What stands beside one's own courses and dates, fetched where there is any of it. */
import { piecesOf } from "../ui/lazy-piece";

const piece = piecesOf(() => import("./beside"), [0.8, 0.6]);

/** The address by which a calendar subscribes: one's own dates have it, and the year. */
export const FeedAddress = piece("FeedAddress");
/** What one was told of late. */
export const WhatIsNew = piece("WhatIsNew");
/** All that one was told, and what a letter says. */
export const OwnNews = piece("OwnNews");
export const LetterText = piece("LetterText");
/** What memberships open. */
export const OpenToMember = piece("OpenToMember");

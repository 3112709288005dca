/** The pieces of lazy-beside, in one file to fetch. */
export { FeedAddress } from "./feed-address";
export { OpenToMember } from "./open-to-member";

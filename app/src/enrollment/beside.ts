/** The pieces of lazy-beside, in one file to fetch. */
export { LetterText } from "../notices/letter-text";
export { OwnNews } from "../notices/news/own-news";
export { WhatIsNew } from "../notices/news/what-is-new";
export { FeedAddress } from "./feed-address";
export { OpenToMember } from "./open-to-member";

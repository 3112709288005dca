/** The why in words: sentences and lines, written from the evaluator's steps. */
export { explainClosing, explainEnd, explainStart, sayWrittenEnd } from "./access";
export { sayAnchor, sayWaiting } from "./anchor";
export { sayAway, sayLater } from "./away";
export * from "./dates";
export { sayGate, sayPlannedMoment } from "./gate";
export { type Line, momentLines, sayMoment } from "./moment";
export { momentParts, type Part, type PartKind } from "./moment-parts";
export { goesBack, offsetParts, sayOffset } from "./offset";
export { type Explanation, explainOpening, type WrittenOpening } from "./opening";
export { sayNeed, saySooner } from "./sooner";
export { listed, quoted, type Speaker } from "./speaker";

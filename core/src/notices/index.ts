/** Notices: who is told what, when, and once. */
export type { VersionsOf } from "./everybody";
export { ALWAYS, isHeldBack, isKind, KINDS, type Kind, OFF_AT_FIRST, OFFSETS } from "./kinds";
export { spokenIn } from "./languages";
export type { SpokenLetters } from "./languages/letters";
export { type Press, type Spoken, sayAt, sayUntil, type ToldAct } from "./languages/spoken";
export {
  LANGUAGE_NAMES,
  LANGUAGES,
  type Language,
  languageFor,
  writtenIn,
} from "./languages/tags";
export {
  type Entry,
  fromKey,
  inKey,
  type Notice,
  parseSent,
  type WrittenNotice,
  writeNotice,
} from "./notice";
export { noticesBetween } from "./notices";
export { datesOf, type Named, sayList, valuesOf } from "./say";
export { type NoticeSettings, offsetFaults, parseSettings, settingsSchema } from "./settings";
export {
  faultsOfText,
  fieldsOf,
  fillText,
  fromParts,
  ownField,
  partsOf,
  type TextKind,
  type TextPart,
  type Values,
} from "./template";
export { type NoticeText, USUAL } from "./usual";
export { type WhyTold, whyTold } from "./why";
export { type WrittenWrong, type Wrong, writeWrong } from "./wrong";

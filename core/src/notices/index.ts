/** Notices: who is told what, when, and once. */
export { KINDS, type Kind } from "./kinds";
export { type Notice, parseSent, type WrittenNotice, writeNotice } from "./notice";
export { noticesBetween } from "./notices";
export { type NoticeSettings, parseSettings, settingsSchema } from "./settings";
export { faultsOfText, fieldsOf } from "./template";
export { type WrittenWrong, type Wrong, writeWrong } from "./wrong";

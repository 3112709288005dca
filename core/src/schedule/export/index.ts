export { type CalendarEvent, type CalendarHead, writeCalendar } from "./calendar";
export { timelinesToCsv } from "./csv";
export { timelinesToIcs } from "./ics";
export { timelinesToText } from "./text";
export {
  type ExplainedTimeline,
  type Written,
  type WrittenTimeline,
  writeExplainedTimeline,
  writeSteps,
  writeTimeline,
} from "./written";

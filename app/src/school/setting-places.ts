/** The settings of a school one can be led to, by their names: what they are called, and what stands behind `?at=`. */
export const SETTING_PLACES = [
  ["Name of the school", "name"],
  ["Contact address", "contact"],
  ["Time zone", "time-zone"],
  ["Currency", "currency"],
  ["Release hour of new courses", "release-hour"],
  ["Color on public pages", "color"],
  ["Own words for module, lesson and so on", "words"],
  ["Languages of notices", "languages"],
  ["Weekend and closed days", "calendar"],
  ["Second step of staff", "second-step"],
  ["Mail about unfinished checkouts", "follow-up"],
  ["Tax by the buyer's country", "tax"],
  ["Learning record store (xAPI)", "record-store"],
] as const;

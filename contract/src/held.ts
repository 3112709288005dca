/**
 * What answers hold, and how far each reaches. The application keeps an answer until something that it holds is changed
 * where the answer lies: a change to one course has that course asked for again, and no other.
 */
export const HELD = {
  me: [],
  security: [],
  mail: [],
  school: ["school"],
  members: ["school"],
  changes: ["school"],
  failedWork: ["school"],
  listings: ["school"],
  pages: ["school"],
  orders: ["school"],
  partners: ["school"],
  notices: ["school"],
  library: ["school"],
  bank: ["school"],
  submissions: ["school"],
  reviewMail: ["school"],
  views: ["school"],
  rubrics: ["school"],
  recordStore: ["school"],
  courses: ["school"],
  year: ["school"],
  yearFeed: ["school"],
  shelf: ["school"],
  feed: ["school"],
  self: ["school"],
  mine: ["school", "enrollment"],
  notes: ["school", "enrollment", "lesson"],
  questions: ["school", "enrollment", "lesson"],
  quiz: ["school", "enrollment", "lesson"],
  assignment: ["school", "enrollment", "lesson"],
  fields: ["school"],
  ownAnswers: ["school"],
  asked: ["school", "course"],
  ways: ["school", "course"],
  blocks: ["school", "person"],
  brought: ["school", "course", "file"],
  course: ["school", "course"],
  draft: ["school", "course"],
  cover: ["school", "course"],
  timeline: ["school", "course"],
  people: ["school", "course"],
  reminder: ["school", "reminder"],
  public: ["school", "course"],
  announcements: ["school", "course"],
  versions: ["school", "course"],
  remarks: ["school", "course"],
  record: ["school", "course", "enrollment"],
} as const satisfies Record<string, readonly string[]>;

export type Held = keyof typeof HELD;

/** The places a thing held lies in, the widest first, as far as the address of a request names them. */
function* placesOf(held: Held, address: Readonly<Record<string, unknown>>) {
  let place = "";
  yield place;
  for (const part of HELD[held]) {
    const value = address[part];
    if (typeof value !== "string") return;
    place = `${place}/${encodeURIComponent(value)}`;
    yield place;
  }
}

/** By what names an answer is kept: one for each place around it, so that a change of any of these reaches it. */
export function keptAs(held: readonly Held[], address: Readonly<Record<string, unknown>>) {
  return held.flatMap((type) => [...placesOf(type, address)].map((id) => ({ type, id })));
}

/**
 * What a change reaches: for each thing held, the narrowest place that the request's address names.
 *
 * @example reachedBy(["course"], { school: "ember-row", course: "sourdough" }) // [{ type: "course", id: "/ember-row/sourdough" }]
 * @example reachedBy(["course"], { school: "ember-row" }) // [{ type: "course", id: "/ember-row" }]: all its courses
 */
export function reachedBy(held: readonly Held[], address: Readonly<Record<string, unknown>>) {
  return held.map((type) => ({ type, id: [...placesOf(type, address)].at(-1) ?? "" }));
}

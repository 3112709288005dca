/** The screens that are looked through for what holds everywhere. */

/** Addresses, by what they are about. */
export const PLACES: Record<string, [string, string][]> = {
  "a course": [
    ["the list of courses", "/ember-row/courses"],
    ["a schedule for somebody imagined", "/ember-row/courses/cold-kitchen"],
    [
      "a schedule with waiting and due dates",
      "/ember-row/courses/oven-and-allergens?enrollment=safety-04",
    ],
    ["a paused person's schedule", "/ember-row/courses/cold-kitchen?enrollment=sourdough-05"],
    ["a lesson", "/ember-row/courses/cold-kitchen/lessons/feeding-by-the-clock"],
    ["an address that leads nowhere", "/ember-row/nothing/here"],
    ["an outline that is edited", "/ember-row/courses/cold-kitchen/edit"],
    ["the people of a course", "/ember-row/courses/winter-rye/people"],
    ["the cohorts of a course", "/ember-row/courses/winter-rye/cohorts"],
    ["remarks on a course", "/ember-row/courses/cold-kitchen/remarks"],
    ["the catalog", "/ember-row"],
    ["a public page", "/ember-row/c/winter-rye"],
    ["a public page of what is sold", "/ember-row/c/cold-kitchen"],
    ["a checkout", "/ember-row/o/the-winter-baker"],
  ],
  "the school": [
    ["today", "/ember-row/today"],
    ["everybody of the school", "/ember-row/people"],
    ["one person with two courses", "/ember-row/people/callum.reyes"],
    ["what is on sale", "/ember-row/sales"],
    ["a listing", "/ember-row/sales/sourdough"],
    ["the orders", "/ember-row/sales/orders"],
    ["a school's settings", "/ember-row/settings"],
    ["oneself", "/ember-row/me"],
    ["the staff", "/ember-row/staff"],
    ["the record of changes", "/ember-row/record"],
    ["upkeep", "/ember-row/upkeep"],
    ["a school that was deleted", "/ember-row/gone"],
    ["making a school", "/new-school"],
    ["the mail tray", "/mail"],
  ],
  "coming in": [
    ["coming in by a link", "/enter?token=none"],
    ["making two accounts one", "/join?token=none"],
    ["signing in", "/sign-in"],
    ["signing up", "/sign-up"],
    ["a forgotten password", "/forgot"],
    ["a new password", "/new-password?token=none"],
    ["an invitation that is used up", "/welcome?token=none"],
  ],
};

/** Where one may be led after signing in: only to places of the application (OWASP, unvalidated redirects). */
import { placeIn } from "../../src/school/arrive";

const ORIGIN = "https://dawn.example.org";

test.each([
  "/\\host",
  "/%5Chost",
  "/%5chost/x",
  "/%09/host",
  "/\t/host",
  "//host",
  "///host",
  "/\\/host",
  "https://host",
  "https:host",
  "javascript:alert(1)",
  "\\\\host",
  "/.//host",
  "/%2F%2Fhost",
  "/api/schools/ember-row/data",
  "/nothing/of/ours",
  "",
  "/%",
  " /",
])("%j leads to the start", (address) => {
  expect(placeIn(address, ORIGIN)).toBe("/");
});

test.each([
  "/",
  "/ember-row/courses",
  "/ember-row/courses/cold-kitchen/edit",
  "/ember-row/courses/cold-kitchen?enrollment=sourdough-01",
  "/ember-row/shelf/sourdough-08/a-lesson",
  "/ember-row/c/winter-rye",
  "/ember-row/staff",
  "/welcome?token=abc",
  "/join?token=abc",
  "/new-school",
])("%s is a place", (address) => {
  expect(placeIn(address, ORIGIN)).toBe(address);
});

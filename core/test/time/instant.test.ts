/** Instants as they are said. */
import { formatInstant, wholeMinute } from "../../src/time";
import { instant } from "../helpers";

test("the next whole minute is never before the instant itself", () => {
  const said = (text: string) => formatInstant(wholeMinute(instant(text)));
  expect(said("2027-03-10T12:00:00Z")).toBe("2027-03-10T12:00:00Z");
  expect(said("2027-03-10T12:00:00.001Z")).toBe("2027-03-10T12:01:00Z");
  expect(said("2027-03-10T23:59:59Z")).toBe("2027-03-11T00:00:00Z");
});

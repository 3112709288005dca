/** RFC 9110, 14.1.2 and 14.4: the standard's own examples, of a file of 10,000 bytes. */
import { partOf } from "../../src/files/range";

test.each([
  ["the first 500 bytes", "bytes=0-499", { from: 0, to: 499 }],
  ["the second 500 bytes", "bytes=500-999", { from: 500, to: 999 }],
  ["the last 500 bytes", "bytes=-500", { from: 9500, to: 9999 }],
  ["the last 500 bytes, by where they begin", "bytes=9500-", { from: 9500, to: 9999 }],
  ["the first byte", "bytes=0-0", { from: 0, to: 0 }],
  ["more than there is, up to its end", "bytes=9990-20000", { from: 9990, to: 9999 }],
  ["a suffix longer than the file: all of it", "bytes=-20000", { from: 0, to: 9999 }],
])("%s", (_, header, part) => {
  expect(partOf(header, 10_000)).toEqual(part);
});

test("what begins after the end is not there (416)", () => {
  expect(partOf("bytes=10000-", 10_000)).toBe("none");
  expect(partOf("bytes=-0", 10_000)).toBe("none");
  expect(partOf("bytes=0-", 0)).toBe("none");
});

test.each([
  ["nothing", undefined],
  ["several at once", "bytes=500-600,601-999"],
  ["backwards", "bytes=500-400"],
  ["another unit", "lines=1-2"],
  ["no numbers", "bytes=a-b"],
  ["only a dash", "bytes=-"],
])("%s is answered with the whole", (_, header) => {
  expect(partOf(header, 10_000)).toBeNull();
});

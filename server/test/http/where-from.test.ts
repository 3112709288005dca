/** Where a request comes from: what a header says counts only where a proxy that is named wrote it. */
import { whereFrom } from "../../src/school/limits";

const asked = (remoteAddress: string, forwarded?: string) =>
  ({
    env: { incoming: { socket: { remoteAddress } } },
    req: { header: () => forwarded },
  }) as never;

test.each([
  ["nobody is believed by default", "10.0.0.9", "1.2.3.4", [], "10.0.0.9"],
  ["a proxy that is named is", "10.0.0.1", "1.2.3.4", ["10.0.0.1"], "1.2.3.4"],
  [
    "not what came before it: anybody can write that",
    "10.0.0.1",
    "6.6.6.6, 1.2.3.4",
    ["10.0.0.1"],
    "1.2.3.4",
  ],
  [
    "of several proxies, the last that is none",
    "10.0.0.1",
    "1.2.3.4, 10.0.0.2",
    ["10.0.0.1", "10.0.0.2"],
    "1.2.3.4",
  ],
  ["an address of version 4 in one of 6", "::ffff:10.0.0.1", "1.2.3.4", ["10.0.0.1"], "1.2.3.4"],
  ["a proxy that says nothing", "10.0.0.1", undefined, ["10.0.0.1"], "10.0.0.1"],
])("%s", (_, socket, forwarded, proxies, from) => {
  expect(whereFrom(asked(socket, forwarded), proxies)).toBe(from);
});

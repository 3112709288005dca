/** What those who pay already were told of another price, in words. */
import type { AnnouncedPrices } from "@dawngate/contract/sales";
import { sayTold } from "../../src/sales/price-inside";

const way = (announced: AnnouncedPrices["ways"][number]["announced"]) => ({
  option: "monthly",
  amount: 1800,
  inside: 3,
  others: true,
  announced,
});

test("this price, one that the listing has left since, or nothing", () => {
  const told = { from: "2027-04-15", at: "2027-03-01T10:00:42Z", isThis: true };
  expect(sayTold(way(null), "UTC")).toBeNull();
  expect(sayTold(way(told), "Europe/Lisbon")).toMatch(
    /^They were told of this price on .*1 Mar.*10:00: it holds for them from Thu 15 Apr 2027 on\.$/,
  );
  expect(sayTold(way({ ...told, isThis: false }), "UTC")).toMatch(
    /^Told of another price on .*, from Thu 15 Apr 2027 on; the listing has changed since\.$/,
  );
});

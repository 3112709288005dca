/** RFC 9562, A.4: "www.example.com" within the space of domain names, version 5. */
import { nameUuid } from "../../src/base/name-uuid";

test("the RFC's own example", () => {
  expect(nameUuid("6ba7b810-9dad-11d1-80b4-00c04fd430c8", "www.example.com")).toBe(
    "2ed6657d-e927-568b-95e1-2665a8aea6a2",
  );
});

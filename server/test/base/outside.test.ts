/** Addresses outside: what lies inside is never asked, whatever it is called, and nothing is waited for without an end. */
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { isInside, openOutside, Unheard } from "../../src/base/outside";

let server: Server;
let at = "";
const heard: string[] = [];
beforeAll(async () => {
  server = createServer((request, response) => {
    heard.push(`${request.method} ${request.url}`);
    if (request.url === "/moved") response.writeHead(302, { location: "/elsewhere" }).end();
    else if (request.url === "/huge") response.end("x".repeat(5_000_000));
    else if (request.url === "/cut") response.destroy();
    else response.end("welcome");
  }).listen(0, "127.0.0.1");
  await new Promise((ready) => server.once("listening", ready));
  at = `127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => void server.close());
const get = (url: string, local: boolean) =>
  openOutside(local, "a secret of the tests").ask({ method: "GET", url, headers: {} });

// IANA's registries of special-purpose addresses (RFC 6890 and what came after it; from memory).
test.each([
  ["127.0.0.1", true],
  ["10.1.2.3", true],
  ["172.31.255.255", true],
  ["172.32.0.1", false],
  ["192.168.1.1", true],
  ["169.254.169.254", true],
  ["100.64.0.1", true],
  ["0.0.0.0", true],
  ["224.0.0.1", true],
  ["8.8.8.8", false],
  ["::1", true],
  ["::ffff:10.0.0.1", true],
  ["64:ff9b::a00:1", true],
  ["2002:a00:1::", true],
  ["fd00::1", true],
  ["fe80::1", true],
  ["2606:4700::1111", false],
])("%s lies inside: %s", (address, inside) => {
  expect(isInside(address)).toBe(inside);
});

test("nothing inside is asked, by whatever name, and nothing without encryption", async () => {
  const { port } = server.address() as AddressInfo;
  for (const url of [
    `http://${at}/`,
    `https://127.0.0.1:${port}/`,
    `https://localhost:${port}/`,
    `https://[::1]:${port}/`,
    `https://[::ffff:127.0.0.1]:${port}/`,
    // The same address, as a number and in other systems.
    `https://2130706433:${port}/`,
    `https://0x7f.1:${port}/`,
  ])
    await expect(get(url, false)).rejects.toThrow(Unheard);
  expect(heard).toEqual([]);
});

test("an answer is read so far, led nowhere else, and what fails is a sentence", async () => {
  expect(await get(`http://${at}/`, true)).toEqual({ status: 200, text: "welcome" });
  expect((await get(`http://${at}/huge`, true)).text.length).toBeLessThanOrEqual(65_536);
  expect((await get(`http://${at}/moved`, true)).status).toBe(302);
  expect(heard).not.toContain("GET /elsewhere");
  await expect(get(`http://${at}/cut`, true)).rejects.toThrow(/127\.0\.0\.1 cannot be reached/);
  await expect(get("http://127.0.0.1:1/", true)).rejects.toThrow("Nobody listens at 127.0.0.1");
});

/** Money through crashes: servers of their own, killed between the steps of a purchase; nothing is lost, nothing counts twice. */
// @ts-expect-error: plain scripts, shared with the start commands
import * as servers from "../../../scripts/lib/server.mjs";
import { expect, test } from "../helpers";
import { type OwnServer, ownServers } from "../own-servers";

const { startTill, tillSettings } = servers;

test.use({ who: null });

test("the server killed between order, payment and message: paid once, inside once", async ({
  page,
}) => {
  test.setTimeout(120_000);
  const { bundle, settings, fresh, start: started } = await ownServers("crash_sales");
  await fresh();
  const till: OwnServer = await startTill(bundle, settings);
  const start = (more = {}) => started({ ...tillSettings(till), ...more });
  let server = await start();
  const again = { DAWNGATE_PORT: String(server.port) };
  const at = `http://127.0.0.1:${server.port}`;
  const offer = `${at}/api/schools/ember-row/offers/sourdough`;
  const headers = { origin: at };
  const { quote } = await (await page.request.get(offer)).json();
  let buyers = 0;
  const buy = async (key: string) => {
    const answer = await page.request.post(`${offer}/orders`, {
      headers,
      data: {
        key,
        option: "once",
        seen: { total: quote.total, dueNow: quote.dueNow },
        name: "Marisa Leal",
        email: `marisa-${buyers}@example.org`,
        timeZone: "Europe/Lisbon",
      },
    });
    expect(answer.status()).toBe(200);
    return (await answer.json()) as { order: string; secret: string; pay: string };
  };
  const pay = (url: string, card: string) =>
    page.request.post(`${url}/card`, { form: { card }, maxRedirects: 0 });
  const own = async ({ order, secret }: { order: string; secret: string }) => {
    const path = `/api/schools/ember-row/orders/${order}/own?secret=${secret}`;
    return (await page.request.get(`${at}${path}`)).json();
  };
  const isPaid = (bought: { order: string; secret: string }) =>
    expect.poll(async () => (await own(bought)).state, { timeout: 30_000 }).toBe("paid");
  try {
    // Killed after the order was written: the same press goes on with it.
    const first = await buy("the-first-press");
    await server.kill();
    server = await start(again);
    const same = await buy("the-first-press");
    expect(same.order).toBe(first.order);
    expect(same.pay).toBe(first.pay);
    // Killed while the till takes the card: its message finds nobody, and comes again.
    await server.kill();
    await pay(same.pay, "9000 0000 0000 0001");
    await new Promise((resolve) => setTimeout(resolve, 1500));
    server = await start(again);
    await isPaid(same);
    // Killed right after it was paid, told twice: counted once.
    buyers += 1;
    const second = await buy("the-second-press");
    await pay(second.pay, "9000 0000 0000 0005");
    await isPaid(second);
    await server.kill();
    server = await start(again);
    // Refused and then paid, told the wrong way round.
    buyers += 1;
    const third = await buy("the-third-press");
    await pay(third.pay, "9000 0000 0000 0006");
    await isPaid(third);
    const signedIn = await page.request.post(`${at}/api/auth/sign-in/email`, {
      headers,
      data: { email: "rosa@example.org", password: "dawn-and-bread" },
    });
    expect(signedIn.status()).toBe(200);
    const receipts: number[] = [];
    for (const { order } of [same, second, third]) {
      const answer = await page.request.get(`${at}/api/schools/ember-row/orders/${order}`);
      const { events, enrollments, receipt } = await answer.json();
      expect(events.filter(({ kind }: { kind: string }) => kind === "charged")).toHaveLength(1);
      expect(events.filter(({ kind }: { kind: string }) => kind === "excess")).toHaveLength(0);
      expect(enrollments).toHaveLength(1);
      expect(receipt).toMatch(/^\d{4}-\d{4}$/);
      receipts.push(Number(receipt.slice(-4)));
    }
    // Without a gap, whatever was killed between.
    const [least = 0] = receipts.sort((a, b) => a - b);
    expect(receipts).toEqual([least, least + 1, least + 2]);
  } finally {
    await server.stop();
    await till.stop();
  }
});

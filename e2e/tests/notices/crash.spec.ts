/**
 * Notices through crashes: two servers, one of them killed in the middle of a letter to many, and a mail server that takes
 * its time. Nobody is left out; twice comes at most what was on its way when the server died, under the same identifier.
 */
import { mailServer } from "../../../server/test/helpers/mail-server";
import { expect, test } from "../helpers";
import { ownServers } from "../own-servers";

test.use({ who: null });

/** So many mails a server has on its way at once: jobs of notices, and of other mail (server/src/jobs/kinds). */
const ON_THEIR_WAY = 8;

test("a server killed in the middle of a letter to everybody: all have it, and as good as nobody twice", async ({
  page,
}) => {
  test.setTimeout(120_000);
  // It takes its time, so that some are always on their way.
  const mail = await mailServer({ slow: 120 });
  const taken = () => mail.arrived.filter(({ text }) => /^Subject: The oven is cold/im.test(text));
  const { start, startOver } = await ownServers("crash_notices", {
    DAWNGATE_SMTP: mail.url,
    // What a dead server held is looked for soon.
    DAWNGATE_SWEEP_EVERY: "1",
    DAWNGATE_LOST_AFTER: "3",
  });
  const first = await startOver();
  const second = await start();
  try {
    const at = `http://127.0.0.1:${second.port}`;
    const headers = { origin: at };
    const signedIn = await page.request.post(`${at}/api/auth/sign-in/email`, {
      headers,
      data: { email: "rosa@example.org", password: "dawn-and-bread" },
    });
    expect(signedIn.status()).toBe(200);
    const written = await page.request.post(
      `${at}/api/schools/ember-row/courses/cold-kitchen/letters`,
      {
        headers,
        data: {
          matching: { upTo: new Date().toISOString() },
          key: "a-letter-through-a-crash",
          subject: "The oven is cold",
          text: "It is warm again tomorrow.",
        },
      },
    );
    const answer = await written.json();
    expect(answer.next).toBeNull();
    expect(answer.written).toBeGreaterThan(15);
    await expect.poll(() => taken().length, { timeout: 30_000 }).toBeGreaterThan(3);
    await first.kill();
    const unique = () => new Set(taken().map(({ id }) => id)).size;
    await expect.poll(unique, { timeout: 60_000 }).toBe(answer.written);
    // What was on its way is tried again once nobody holds it: the list says of all that they are sent.
    const waits = async () => {
      const all = await page.request.get(
        `${at}/api/schools/ember-row/notices/sent?kind=announcement&most=100`,
      );
      const { notices } = (await all.json()) as { notices: { subject: string; state: string }[] };
      return notices.filter((one) => one.subject === "The oven is cold" && one.state !== "sent")
        .length;
    };
    await expect.poll(waits, { timeout: 60_000 }).toBe(0);
    expect(new Set(taken().flatMap(({ to }) => to)).size).toBe(answer.written);
    expect(taken().length - unique()).toBeLessThanOrEqual(ON_THEIR_WAY);
  } finally {
    await second.stop();
    await mail.close();
  }
});

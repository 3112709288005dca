/** An attempt through crashes: a server of its own, killed at each step of it; what was acknowledged is never lost, and nothing counts twice. */
import type { MyQuiz } from "@dawngate/contract/checks";
import { expect, signIn, test } from "../helpers";
import { ownServers } from "../own-servers";

test.use({ who: null });

test("the server killed at every step of an attempt: what was acknowledged is there, once", async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const { start, startOver } = await ownServers("crash_checks");
  let server = await startOver();
  const at = `http://127.0.0.1:${server.port}`;
  const page = await (await browser.newContext({ baseURL: at })).newPage();
  const again = { DAWNGATE_PORT: String(server.port) };
  const restart = async () => {
    await server.kill();
    server = await start(again);
  };
  const quiz = `${at}/api/schools/ember-row/shelf/sourdough-08/lessons/reading-the-crumb/quiz`;
  const headers = { origin: at };
  const see = async () => (await (await page.request.get(quiz)).json()) as MyQuiz;
  const send = (method: "post" | "put", path: string, data?: object) =>
    page.request[method](`${quiz}${path}`, { headers, ...(data && { data }) });
  /** Sends something, and kills the server so many milliseconds later; whether it was acknowledged before. */
  const sendAndKill = async (sent: Promise<{ ok(): boolean }>[], after: number) => {
    const heard = sent.map((one) =>
      one.then(
        (answer) => answer.ok(),
        () => false,
      ),
    );
    await new Promise((resolve) => setTimeout(resolve, after));
    await server.kill();
    const acknowledged = await Promise.all(heard);
    server = await start(again);
    return acknowledged;
  };
  try {
    await signIn(page, "callum.reyes@example.org", at);
    const begin = () => send("post", "/attempts", { key: "the-one-press" });
    await sendAndKill([begin()], 15);
    // The same press again is the same attempt, whether or not it had begun.
    expect((await begin()).ok()).toBe(true);
    const { running } = await see();
    const id = running?.id ?? "";
    const choices = (running?.parts ?? [])
      .flatMap(({ questions }) => questions)
      .flatMap((one) => (one.kind === "one" ? [one] : []));
    expect(choices.length).toBeGreaterThan(0);
    const kept = new Map<string, unknown>();
    for (let round = 0; round < 3; round++) {
      const given = choices.map((one, i) => ({
        key: `round-${round}-${i}`,
        question: one.id,
        answer: one.answers[(round + i) % one.answers.length]?.id,
        ago: 0,
      }));
      const put = () =>
        given.map((one) => send("put", `/attempts/${id}/answers`, { answers: [one] }));
      const acknowledged = await sendAndKill(put(), round * 12);
      given.forEach((one, i) => {
        if (acknowledged[i]) kept.set(one.question, one.answer);
      });
      const answers: Record<string, unknown> = (await see()).running?.answers ?? {};
      // What was not acknowledged may be there all the same; what was is.
      for (const [i, { question, answer }] of given.entries())
        if (acknowledged[i]) expect(answers[question]).toBe(answer);
      // Whoever heard nothing sends it again, under the same key.
      for (const answer of await Promise.all(put())) expect(answer.ok()).toBe(true);
      for (const { question, answer } of given) kept.set(question, answer);
    }
    expect((await see()).running?.answers).toMatchObject(Object.fromEntries(kept));
    const handIn = () => send("post", `/attempts/${id}/hand-in`);
    const [heard] = await sendAndKill([handIn()], 25);
    if (heard) expect((await see()).running).toBeNull();
    expect((await handIn()).ok()).toBe(true);
    await restart();
    const { attempts, running: none } = await see();
    expect(none).toBeNull();
    expect(attempts).toHaveLength(1);
    expect(attempts[0]).toMatchObject({ id, late: 0 });
    expect(attempts[0]?.endedAt).not.toBeNull();
  } finally {
    await server.stop();
  }
});

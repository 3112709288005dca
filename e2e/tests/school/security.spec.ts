/**
 * Signing in, as somebody does it: by a link, with a second step, with a passkey (WebAuthn, by the browser's own virtual
 * authenticator), and where one is led afterwards.
 */
import { createHmac } from "node:crypto";
import type { Page } from "@playwright/test";
import { comeIn, expect, followMail, mailTo, test } from "../helpers";

test.use({ who: null, allowedErrors: /status of 4\d\d/ });
const run = () => `${test.info().project.name}-${test.info().workerIndex}-${Date.now() % 100_000}`;

async function signUp(page: Page, name: string, email: string): Promise<void> {
  await page.goto("/sign-up");
  await page.getByLabel("Your name").fill(name);
  await page.getByLabel("Mail address").fill(email);
  await page.getByRole("button", { name: "Send me the link" }).click();
  await expect(page.getByRole("heading", { name: "One step left" })).toBeVisible();
}

/** The code of the moment by RFC 6238, or of half a minute ahead, worked out beside the package that asks for it. */
function codeNow(secret: string, ahead = 0): string {
  const bits = [...secret]
    .map((letter) =>
      "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(letter).toString(2).padStart(5, "0"),
    )
    .join("");
  const key = Buffer.from(
    Array.from({ length: Math.floor(bits.length / 8) }, (_, i) =>
      Number.parseInt(bits.slice(i * 8, i * 8 + 8), 2),
    ),
  );
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000) + ahead));
  const mac = createHmac("sha1", key).update(counter).digest();
  const at = (mac.at(-1) as number) & 15;
  return String((mac.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, "0");
}

test("somebody who asked for another's address has nothing of it, and its owner is told", async ({
  page,
  browser,
  baseURL,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  const email = `victim-${run()}@example.org`;
  const attacker = await (await browser.newContext({ baseURL: baseURL ?? "" })).newPage();
  await signUp(attacker, "Not them", email);
  await signUp(page, "Themselves", email);
  await expect
    .poll(async () => {
      const { mails } = (await (await page.request.get("/api/mail")).json()) as {
        mails: { to: string }[];
      };
      return mails.filter(({ to }) => to === email).length;
    })
    .toBe(2);
  await followMail(page, email, /Your way into/);
  await page.getByRole("button", { name: "Come in" }).click();
  await expect(page.getByRole("alert")).toContainText("Somebody had tried before");
  await page.getByLabel("Password").fill("three ovens in winter");
  await page.getByRole("button", { name: "Keep it and go on" }).click();
  await expect(page.getByRole("heading", { name: "Your school" })).toBeVisible();
});

test("after signing in one is led to places of ours alone", async ({ page, baseURL }) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  for (const to of [
    "/\\example.org",
    "/%09/example.org",
    "//example.org",
    "https://example.org",
    "/%5Cexample.org/x",
  ]) {
    await page.goto(`/sign-in?to=${to.startsWith("/%") ? to : encodeURIComponent(to)}`);
    await page.getByLabel("Mail address").fill("rosa@example.org");
    await page.getByLabel("Password").fill("dawn-and-bread");
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Courses" })).toBeVisible();
    expect(new URL(page.url()).origin).toBe(new URL(baseURL ?? "").origin);
    await page.context().clearCookies();
  }
  await page.goto(`/sign-in?to=${encodeURIComponent("/ember-row/staff")}`);
  await page.getByLabel("Mail address").fill("rosa@example.org");
  await page.getByLabel("Password").fill("dawn-and-bread");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Staff", exact: true })).toBeVisible();
});

test("a second step is set up, asked for, and taken by a recovery code where the device is lost", async ({
  page,
}) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  test.setTimeout(90_000);
  const email = `strong-${run()}@example.org`;
  const password = "three ovens in winter";
  await signUp(page, "Careful One", email);
  await comeIn(page, email, password);
  await expect(page.getByRole("heading", { name: "Your school" })).toBeVisible();
  const made = await page.request.post("/api/schools", {
    data: {
      slug: `careful-${run()}`.toLowerCase(),
      name: "Careful",
      timeZone: "UTC",
      currency: "EUR",
    },
    headers: { origin: new URL(page.url()).origin },
  });
  const { id: school } = (await made.json()) as { id: string };
  await page.goto(`/${school}/me`);
  await page.getByLabel("Your password, to change this").fill(password);
  await page.getByRole("button", { name: "Set it up" }).click();
  await expect(page.getByRole("img", { name: /The secret/ })).toBeVisible();
  const letters = await page.getByText(/^([A-Z2-7]{1,4} ?){8,}$/).innerText();
  const secret = letters.replaceAll(" ", "");
  const codes = await page.getByText(/^[\w-]{5}-[\w-]{5}$/).allInnerTexts();
  expect(codes.length).toBeGreaterThanOrEqual(8);
  await page.getByLabel("Code", { exact: true }).fill(codeNow(secret));
  await page.getByRole("button", { name: "Turn the second step on" }).click();
  await expect(page.getByText("It is set up.")).toBeVisible();

  // The school may ask it of its staff now; whoever has none is shut out of the studio.
  await page.goto(`/${school}/settings`);
  await page.getByRole("switch", { name: "Staff take a second step" }).click();
  await expect(page.getByRole("switch", { name: "Staff take a second step" })).toBeChecked();

  const signInWithPassword = async () => {
    await page.context().clearCookies();
    await page.goto(`/sign-in?to=/${school}/courses`);
    await page.getByLabel("Mail address").fill(email);
    await page.getByLabel("Password").fill(password);
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page.getByRole("heading", { name: "One step more" })).toBeVisible();
  };
  await signInWithPassword();
  await page.getByLabel("Code", { exact: true }).fill("000000");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByRole("alert")).toContainText("not the code");
  // The code of the moment was used when the second step was set up.
  await page.getByLabel("Code", { exact: true }).fill(codeNow(secret, 1));
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Courses" })).toBeVisible();

  await signInWithPassword();
  await page.getByRole("button", { name: "Use a recovery code" }).click();
  await page.getByLabel("Recovery code").fill(codes[0] ?? "");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Courses" })).toBeVisible();
});

test("a passkey signs in by itself, and counts as a second step", async ({ browser, baseURL }) => {
  // What it asks for is the same at every size.
  test.skip(test.info().project.name !== "wide");
  // Passkeys belong to a name: the same server, called by its name.
  const named = (baseURL ?? "").replace("127.0.0.1", "localhost");
  const context = await browser.newContext({ baseURL: named });
  const page = await context.newPage();
  const cdp = await context.newCDPSession(page);
  await cdp.send("WebAuthn.enable");
  await cdp.send("WebAuthn.addVirtualAuthenticator", {
    options: {
      protocol: "ctap2",
      transport: "internal",
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  const email = `keyed-${run()}@example.org`;
  await signUp(page, "Keyed One", email);
  const mail = await mailTo(page, email, /Your way into/);
  const token = /token=([\w-]+)/.exec(mail.text)?.[1] ?? "";
  await page.goto(`/enter?token=${token}`);
  await page.getByRole("button", { name: "Come in" }).click();
  await page.getByRole("button", { name: "Go on without a password" }).click();
  await page.goto("/ember-row/me");
  await page.getByRole("button", { name: "Make a passkey on this device" }).click();
  await expect(page.getByText(/^Made on \d{4}-\d\d-\d\d$/)).toBeVisible();
  await page.context().clearCookies();
  await page.goto("/sign-in?to=/ember-row/me");
  await page.getByRole("button", { name: "Use a passkey" }).click();
  await expect(page.getByText(email)).toBeVisible();
  const state = (await (await page.request.get("/api/me/security")).json()) as { strong: boolean };
  expect(state.strong).toBe(true);
  // Signed in somewhere else, and ended from here.
  const other = await browser.newContext({ baseURL: named });
  await other.addCookies(await context.cookies());
  await context.close();
  await other.close();
});

test.describe("the staff, as an owner sees them", () => {
  test.use({ who: "rosa" });
  test("somebody is invited as a reviewer, remarks on a lesson, and the record has it all", async ({
    page,
    browser,
    baseURL,
  }) => {
    test.setTimeout(90_000);
    const email = `reviewer-${run()}@example.org`;
    await page.goto("/ember-row/staff");
    await page.getByRole("radio", { name: "Reviewer" }).click();
    await page.getByLabel("Mail address").fill(email);
    await page.getByRole("button", { name: "Invite", exact: true }).click();
    await expect(page.getByText("The invitation is on its way.")).toBeVisible();
    await expect(page.getByText(email)).toBeVisible();

    const theirs = await (await browser.newContext({ baseURL: baseURL ?? "" })).newPage();
    await followMail(theirs, email, /Join the staff/);
    await theirs.getByLabel("Your name").fill("Vera Nobre");
    await theirs.getByLabel("Password").fill("a kettle on the hob 9");
    await theirs.getByRole("button", { name: "Go in" }).click();
    await expect(theirs.getByRole("heading", { name: "Courses" })).toBeVisible();
    // What they may not do is not shown.
    await expect(theirs.getByRole("link", { name: "School" })).toHaveCount(0);
    await expect(theirs.getByLabel("Working title")).toHaveCount(0);
    await theirs.goto("/ember-row/courses/cold-kitchen/remarks");
    await theirs.getByRole("radio", { name: "The first loaf" }).first().click();
    const said = `Say how long, ${run()}`;
    await theirs.getByRole("textbox", { name: "Remark" }).fill(said);
    await theirs.getByRole("button", { name: "Leave it there" }).click();
    await expect(theirs.getByText(said)).toBeVisible();
    await theirs.context().close();

    await page.goto("/ember-row/courses/cold-kitchen/remarks");
    const remark = page.getByRole("listitem").filter({ hasText: said });
    await remark.getByRole("button", { name: "Settle it" }).click();
    await expect(remark.getByRole("button", { name: "Open it again" })).toBeVisible();

    await page.goto("/ember-row/staff");
    await page.getByRole("button", { name: "Change Vera" }).first().click();
    await page.getByRole("button", { name: "Take off the staff…" }).click();
    await page.getByRole("button", { name: "Take off the staff", exact: true }).click();
    await expect(page.getByRole("dialog")).toBeHidden();

    await page.goto("/ember-row/record");
    await expect(page.getByText("Staff removed", { exact: false }).first()).toBeVisible();
    await page.getByRole("button", { name: "Check that nothing was taken out" }).click();
    await expect(page.getByText(/^Whole: /)).toBeVisible();
    await page.getByRole("button", { name: /^Shown: everything/ }).click();
    await page.getByRole("radio", { name: "Invitation" }).click();
    await expect(page.getByText(email).first()).toBeVisible();
  });
});

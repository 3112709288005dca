/**
 * What one is told on a device: asked for by a press, encrypted for the browser, shown by its service worker while no
 * page asks. The browser's own push service is out of reach here: the practice one takes its place, and what it was given
 * is handed to the worker as a browser would.
 */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, settled, signIn, test } from "../helpers";

test.use({ who: "callum.reyes" });

/** The browser asks the practice push service instead of its own. */
const atPractice = (page: Page) =>
  page.addInitScript(() => {
    const KEPT = "practice-push";
    interface Kept {
      endpoint: string;
      keys: object;
      of: string;
    }
    const made = ({ endpoint, keys, of }: Kept) => ({
      endpoint,
      options: {
        applicationServerKey: Uint8Array.from(
          atob(of.replaceAll("-", "+").replaceAll("_", "/")),
          (letter) => letter.charCodeAt(0),
        ).buffer,
      },
      toJSON: () => ({ endpoint, keys }),
      unsubscribe: async () => {
        localStorage.removeItem(KEPT);
        await fetch(endpoint, { method: "DELETE" });
        return true;
      },
    });
    const there = () => JSON.parse(localStorage.getItem(KEPT) ?? "null") as Kept | null;
    Object.assign(PushManager.prototype, {
      getSubscription: async () => {
        const kept = there();
        return kept && made(kept);
      },
      subscribe: async ({ applicationServerKey: of }: { applicationServerKey: string }) => {
        const body = JSON.stringify({ key: of });
        const given = await fetch("/practice-push", { method: "POST", body });
        const kept = { ...((await given.json()) as Omit<Kept, "of">), of };
        localStorage.setItem(KEPT, JSON.stringify(kept));
        return made(kept);
      },
    });
  });

interface Message {
  title: string;
  body: string;
  url: string;
}

/** What the push service was given for this page's browser. */
async function given(page: Page): Promise<Message[]> {
  const kept = await page.evaluate(() => localStorage.getItem("practice-push"));
  if (kept === null) return [];
  const { endpoint } = JSON.parse(kept) as { endpoint: string };
  return (await (await page.request.get(endpoint)).json()) as Message[];
}

/** Hands a message to the page's service worker, as the browser does with what its push service brings. */
async function deliver(page: Page, message: Message): Promise<void> {
  const browser = await page.context().newCDPSession(page);
  const { origin } = new URL(page.url());
  const registered = new Promise<string>((found) => {
    browser.on("ServiceWorker.workerRegistrationUpdated", ({ registrations }) => {
      const ours = registrations.find(({ scopeURL }) => scopeURL === `${origin}/`);
      if (ours) found(ours.registrationId);
    });
  });
  await browser.send("ServiceWorker.enable");
  const registrationId = await registered;
  const data = JSON.stringify(message);
  await browser.send("ServiceWorker.deliverPushMessage", { origin, registrationId, data });
  await browser.detach();
}

interface Told {
  shown: string[];
  opened: string[];
}

/** What the worker of a page is told to do, and what it does; this browser without a screen shows nothing itself. */
async function workerOf(page: Page) {
  const [worker] = page.context().serviceWorkers();
  if (!worker) throw new Error("No service worker");
  await worker.evaluate(() => {
    const own = self as unknown as Told & { registration: object; clients: object };
    own.shown = [];
    own.opened = [];
    // A page may be brought to the front by somebody's own press alone.
    Object.assign(own.clients, {
      matchAll: async () => [],
      openWindow: async (url: string) => own.opened.push(url),
    });
    Object.assign(own.registration, {
      showNotification: async (title: string, { body, tag, data }: Record<string, unknown>) =>
        own.shown.push(JSON.stringify({ title, body, tag, ...(data as object) })),
    });
  });
  return {
    shown: () =>
      worker.evaluate(() =>
        (self as unknown as Told).shown.map((one) => JSON.parse(one) as Message),
      ),
    opened: () => worker.evaluate(() => (self as unknown as Told).opened),
    press: (url: string) =>
      worker.evaluate((url) => {
        const pressed = new (self as unknown as { ExtendableEvent: typeof Event }).ExtendableEvent(
          "notificationclick",
        );
        self.dispatchEvent(
          Object.assign(pressed, { notification: { close: () => undefined, data: { url } } }),
        );
      }, url),
  };
}

test("a press asks to be told here; it is told at once, shown by the worker, and chosen kind by kind", async ({
  page,
}) => {
  await atPractice(page);
  await page.context().grantPermissions(["notifications"]);
  await page.goto("/ember-row/me");
  const here = page.getByRole("switch", { name: "On this device too" });
  await here.click();
  await expect(here).toBeChecked();
  await expect.poll(async () => (await given(page)).length).toBe(1);
  const [first] = await given(page);
  expect(first?.body).toMatch(/comes to this device too/);
  const worker = await workerOf(page);
  await deliver(page, first as Message);
  await expect.poll(worker.shown).toEqual([first]);
  // By which way each kind comes is in its table now.
  const byMail = page.getByRole("switch", { name: "Something has opened, by mail" });
  await byMail.click();
  await expect(byMail).not.toBeChecked();
  await expect(
    page.getByRole("switch", { name: "Something has opened, on devices" }),
  ).toBeChecked();
  await settled(page);
  expect(await accessibilityFaults(page)).toEqual([]);
  // A press leads to what was told, and never to a page of somebody else's.
  const { origin } = new URL(page.url());
  await worker.press("https://elsewhere.example.org/");
  await worker.press(`${origin}/ember-row/shelf`);
  await expect.poll(worker.opened).toEqual([`${origin}/ember-row/shelf`]);
  await page.reload();
  await expect(here).toBeChecked();
  await expect(byMail).not.toBeChecked();
  await byMail.click();
  await expect(byMail).toBeChecked();
  await here.click();
  await expect(here).not.toBeChecked();
  await expect(byMail).toHaveCount(0);
});

test("a browser that was told to show nothing says so, and what to do", async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(Notification, "requestPermission", { value: async () => "denied" });
  });
  await page.goto("/ember-row/me");
  const here = page.getByRole("switch", { name: "On this device too" });
  await here.click();
  await expect(page.getByText(/was told to show nothing of this page/)).toBeVisible();
  await expect(here).not.toBeChecked();
});

test.describe("with a session of its own, which ends", () => {
  test.use({ who: null });

  test("whoever signs out is told nothing on this device any more", async ({ page, baseURL }) => {
    await signIn(page, "callum.reyes@example.org", baseURL ?? "");
    await atPractice(page);
    await page.context().grantPermissions(["notifications"]);
    await page.goto("/ember-row/me");
    await page.getByRole("switch", { name: "On this device too" }).click();
    await expect.poll(async () => (await given(page)).length).toBe(1);
    const kept = await page.evaluate(() => localStorage.getItem("practice-push"));
    const { endpoint } = JSON.parse(kept ?? "{}") as { endpoint: string };
    await page.getByRole("button", { name: "Sign out", exact: true }).click();
    await expect(page).toHaveURL(/sign-in/);
    expect((await page.request.get(endpoint)).status()).toBe(404);
  });
});

/** This browser, as its push service knows it (Push API and Notifications API, W3C). */
import type { NewDevice } from "@dawngate/contract/devices";

/** What shows what is pushed; served from the root, so that it is there for every page. */
const WORKER = "/told.js";

/** Why this browser cannot be told anything; null: it can, or may be asked. */
export type Unable = "unsupported" | "denied" | "unreached";

export const canBeTold = (): boolean =>
  typeof navigator !== "undefined" &&
  "serviceWorker" in navigator &&
  typeof window !== "undefined" &&
  "PushManager" in window &&
  "Notification" in window;

/** The address by which its push service knows it; null: it listens to nobody. */
export async function endpointHere(): Promise<string | null> {
  if (!canBeTold()) return null;
  const worker = await navigator.serviceWorker.getRegistration(WORKER);
  return (await worker?.pushManager.getSubscription())?.endpoint ?? null;
}

/**
 * Asks the person, then the push service. To be called from a press, or browsers do not ask.
 *
 * @param key the server's
 */
export async function listenHere(key: string): Promise<NewDevice | Unable> {
  if (!canBeTold()) return "unsupported";
  if ((await Notification.requestPermission()) !== "granted") return "denied";
  try {
    const { pushManager } = await ready();
    const before = await pushManager.getSubscription();
    // It listens to another server's key, or to one that is not ours any more.
    if (before && keyOf(before.options.applicationServerKey) !== key) await before.unsubscribe();
    const given = await pushManager.subscribe({ userVisibleOnly: true, applicationServerKey: key });
    const { endpoint, keys } = given.toJSON();
    if (!endpoint || !keys?.p256dh || !keys.auth) return "unreached";
    const name = browserName(navigator.userAgent);
    return { name, endpoint, key: keys.p256dh, secret: keys.auth };
  } catch {
    return "unreached";
  }
}

/** Listens to nobody any more: whoever signs out here is told nothing here. */
export async function listenNoMore(): Promise<void> {
  if (!canBeTold()) return;
  const worker = await navigator.serviceWorker.getRegistration(WORKER);
  await (await worker?.pushManager.getSubscription())?.unsubscribe();
}

/** Once it works: a push service is asked of a worker that does. */
async function ready(): Promise<ServiceWorkerRegistration> {
  await navigator.serviceWorker.register(WORKER);
  return navigator.serviceWorker.ready;
}

/** Base64url, as the server writes it. */
function keyOf(bytes: ArrayBuffer | null): string {
  const letters = String.fromCharCode(...new Uint8Array(bytes ?? new ArrayBuffer(0)));
  return btoa(letters).replaceAll("+", "-").replaceAll("/", "_").replace(/=+$/, "");
}

const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/\bEdg/, "Edge"],
  [/\bOPR\//, "Opera"],
  [/\bSamsungBrowser\//, "Samsung Internet"],
  [/\bFirefox\/|\bFxiOS\//, "Firefox"],
  [/\bChrome\/|\bCriOS\//, "Chrome"],
  [/\bSafari\//, "Safari"],
];
const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/\biPhone\b/, "iPhone"],
  [/\biPad\b/, "iPad"],
  [/\bAndroid\b/, "Android"],
  [/\bWindows\b/, "Windows"],
  [/\bMac OS X\b/, "Mac"],
  [/\bCrOS\b/, "ChromeOS"],
  [/\bLinux\b/, "Linux"],
];

/**
 * What a browser is called in a list of devices.
 *
 * @example browserName("… (Linux; Android 15; …) … Chrome/142.0 Mobile Safari/537.36") // "Chrome on Android"
 */
export function browserName(agent: string): string {
  const find = (all: typeof BROWSERS) => all.find(([form]) => form.test(agent))?.[1];
  const browser = find(BROWSERS) ?? "A browser";
  const system = find(SYSTEMS);
  return system ? `${browser} on ${system}` : browser;
}

/** A message to a device, on its way: encrypted for it alone (RFC 8291), signed by this server (RFC 8292). */
import { generateRequestDetails } from "web-push";
import { type Outside, Unheard } from "../../base/outside";
import type { DeviceRow } from "./store";

/** What a device shows. */
export interface Message {
  title: string;
  body: string;
  /** Where a press leads. */
  url: string;
  /** What is told again takes the place of what it told before. */
  tag: string;
}

/** So many letters of each are shown: push services take 4,096 bytes in all (RFC 8030, 7.2), and screens show less. */
const TITLE_MOST = 120;
const BODY_MOST = 240;
/** A push service keeps a message no longer than this, in seconds. */
const KEPT_MOST = 48 * 3600;

interface Sending {
  outside: Outside;
  baseUrl: string;
}

/** What came of it: taken, or the device is known there no more. Throws `Unheard` where trying again may help. */
export async function sendMessage(
  { outside, baseUrl }: Sending,
  { endpoint, key, secret }: Pick<DeviceRow, "endpoint" | "key" | "secret">,
  { title, body, ...more }: Message,
  /** For so many seconds it is of use. */
  useful: number,
): Promise<"taken" | "gone"> {
  const said = { title: short(title, TITLE_MOST), body: short(body, BODY_MOST), ...more };
  const details = generateRequestDetails(
    { endpoint, keys: { p256dh: key, auth: secret } },
    JSON.stringify(said),
    {
      vapidDetails: { subject: contactOf(baseUrl), ...outside.push },
      TTL: Math.max(0, Math.min(KEPT_MOST, Math.floor(useful))),
      contentEncoding: "aes128gcm",
      urgency: "normal",
    },
  );
  const headers = Object.fromEntries(
    Object.entries(details.headers)
      .filter(([name]) => name !== "Content-Length")
      .map(([name, value]) => [name, String(value)]),
  );
  const { status } = await outside.ask({
    method: "POST",
    url: endpoint,
    headers,
    ...(details.body && { body: details.body }),
  });
  if (status >= 200 && status < 300) return "taken";
  // Gone, never there, or asked for with another key than ours.
  if (status === 404 || status === 410 || status === 403) return "gone";
  throw new Unheard(`${new URL(endpoint).host} answered with ${status}`);
}

/** Whom a push service turns to about our messages: an address that is https, or a mail address (RFC 8292, 2.1). */
const contactOf = (baseUrl: string): string =>
  baseUrl.startsWith("https:") ? baseUrl : `mailto:postmaster@${new URL(baseUrl).hostname}`;

const short = (text: string, most: number): string => {
  const letters = [...text];
  return letters.length <= most ? text : `${letters.slice(0, most - 1).join("")}…`;
};

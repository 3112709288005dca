/**
 * Asking an address outside that a school gave us. Whatever it is called, it is never one of our own network: names are
 * looked up here, each address is looked at, and the connection goes to one that was. Nothing is followed elsewhere,
 * nothing is waited for without an end, and no more than a little is read of what comes back.
 */
import { type LookupAddress, type LookupOptions, lookup } from "node:dns";
import { request as plainRequest, type RequestOptions } from "node:http";
import { request as secureRequest } from "node:https";
import { BlockList, isIP, type LookupFunction } from "node:net";
import { type PushKeys, pushKeys } from "./push-keys";
import { type Sealed, sealed } from "./sealed";

export interface OutsideAnswer {
  status: number;
  text: string;
}

export interface OutsideRequest {
  method: "GET" | "POST";
  url: string;
  headers: Readonly<Record<string, string>>;
  body?: string | Buffer;
}

/** Asks an address outside; throws `Unheard`, with a sentence for whoever gave it, where nobody answers there. */
export type AskOutside = (asked: OutsideRequest) => Promise<OutsideAnswer>;

/** Nobody answered, or nobody may be asked there. */
export class Unheard extends Error {}

/** So long an answer is waited for, and so much of it is read. */
const PATIENCE = 15_000;
const READ_MOST = 64 * 1024;

/** Special-purpose addresses (IANA's registries of RFC 6890; from memory): none of them lies outside. */
const INSIDE = new BlockList();
for (const [net, prefix] of [
  ["0.0.0.0", 8],
  ["10.0.0.0", 8],
  ["100.64.0.0", 10],
  ["127.0.0.0", 8],
  ["169.254.0.0", 16],
  ["172.16.0.0", 12],
  ["192.0.0.0", 24],
  ["192.0.2.0", 24],
  ["192.88.99.0", 24],
  ["192.168.0.0", 16],
  ["198.18.0.0", 15],
  ["198.51.100.0", 24],
  ["203.0.113.0", 24],
  ["224.0.0.0", 4],
  ["240.0.0.0", 4],
] as const)
  INSIDE.addSubnet(net, prefix, "ipv4");
for (const [net, prefix] of [
  // What stands for an address of the older kind is looked at as that one.
  ["::", 96],
  ["64:ff9b::", 96],
  ["64:ff9b:1::", 48],
  ["100::", 64],
  ["2001::", 23],
  ["2001:db8::", 32],
  ["2002::", 16],
  ["fc00::", 7],
  ["fe80::", 10],
  ["ff00::", 8],
] as const)
  INSIDE.addSubnet(net, prefix, "ipv6");

/** Whether an address is one of the inside: of this machine, of a network of ours, or of nobody. */
export const isInside = (address: string): boolean =>
  INSIDE.check(address, isIP(address) === 6 ? "ipv6" : "ipv4");

/** Looks a name up; where one of its addresses lies inside, it is not connected to at all. */
const lookupOutside: LookupFunction = (host, options, done) => {
  lookup(host, { ...(options as LookupOptions), all: true }, (error, found) => {
    const all = found as LookupAddress[] | undefined;
    const [first] = all ?? [];
    if (error || !first) return done(error ?? new Unheard("No address"), "", 4);
    if (all?.some(({ address }) => isInside(address)))
      return done(new Unheard(`${host} is an address of a network inside`), "", 4);
    if (options.all) return done(null, all as never);
    done(null, first.address, first.family);
  });
};

/** How addresses outside are asked. */
export interface Outside {
  /** Whether addresses of this machine, and without encryption, may be asked too: where a demo's stand-ins are. */
  local: boolean;
  ask: AskOutside;
  /** What schools have given us to ask there with, as it is kept. */
  secrets: Sealed;
  /** By which push services know this server. */
  push: PushKeys;
}

/** @param secret the server's own */
export const openOutside = (local: boolean, secret: string): Outside => ({
  local,
  ask: asking(local),
  secrets: sealed(secret, "of services outside"),
  push: pushKeys(secret),
});

const asking =
  (local: boolean): AskOutside =>
  ({ method, url, headers, body }) =>
    new Promise((resolve, reject) => {
      const at = new URL(url);
      const host = at.hostname.replace(/^\[|\]$/g, "");
      const secure = at.protocol === "https:";
      if (!local && !secure)
        return reject(
          new Unheard("The address begins with https://, or what is told could be read on the way"),
        );
      if (!local && isIP(host) !== 0 && isInside(host))
        return reject(new Unheard(`${host} is an address of a network inside`));
      const options: RequestOptions = {
        method,
        headers: {
          ...headers,
          ...(body !== undefined && { "content-length": String(Buffer.byteLength(body)) }),
        },
        signal: AbortSignal.timeout(PATIENCE),
        ...(!local && { lookup: lookupOutside }),
      };
      const sent = (secure ? secureRequest : plainRequest)(at, options, (answer) => {
        const parts: Buffer[] = [];
        let size = 0;
        answer.on("data", (part: Buffer) => {
          size += part.length;
          if (size > READ_MOST) answer.destroy();
          else parts.push(part);
        });
        answer.on("close", () =>
          resolve({ status: answer.statusCode ?? 0, text: Buffer.concat(parts).toString("utf8") }),
        );
        answer.on("error", () => undefined);
      });
      sent.on("error", (error) =>
        reject(error instanceof Unheard ? error : new Unheard(why(error, host))),
      );
      sent.end(body);
    });

function why(error: NodeJS.ErrnoException, host: string): string {
  switch (error.code) {
    case "ENOTFOUND":
    case "EAI_AGAIN":
      return `There is no ${host}`;
    case "ECONNREFUSED":
      return `Nobody listens at ${host}`;
    case "ABORT_ERR":
    case "ETIMEDOUT":
      return `${host} did not answer in time`;
    default:
      return `${host} cannot be reached (${error.code ?? error.message})`;
  }
}

/** Going somewhere as somebody else than before: the page begins anew, so that nothing of the other's stays. */

/** The places of the application that one can be sent to after signing in. */
const PLACES = [
  /^\/$/,
  /^\/(new-school|welcome|join)$/,
  /^\/[a-z0-9][a-z0-9-]{0,62}\/(today|courses|people|shelf|dates|me|settings|staff|record|upkeep|gone|sales|orders|o|c)(\/[^/\\]+)*$/,
];

/**
 * The place an address from outside means, if it is one of ours; else the start. Read as the browser reads it, so that
 * nothing it would take for another host passes: `//host`, `/\host`, `/%09/host`.
 */
export function placeIn(address: string, origin: string): string {
  let url: URL;
  try {
    url = new URL(address, origin);
  } catch {
    return "/";
  }
  const plain = /^\/[^/\\]/.test(address) || address === "/";
  if (!plain || url.origin !== origin || /[\u0000-\u001F\\]/.test(decoded(url.pathname)))
    return "/";
  return PLACES.some((place) => place.test(url.pathname)) ? `${url.pathname}${url.search}` : "/";
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return "\\";
  }
}

/** A page one comes in by, which leads on to a place. */
export function withPlace(page: string, to: string): string {
  return to === "/" ? page : `${page}?to=${encodeURIComponent(to)}`;
}

export function arrive(path: string): void {
  if (typeof window !== "undefined") window.location.assign(placeIn(path, window.location.origin));
}

/** Going somewhere as somebody else than before: the page begins anew, so that nothing of the other's stays. */
export function arrive(path: string): void {
  // Only places within the application: an address from outside could lead anywhere.
  const safe = path.startsWith("/") && !path.startsWith("//") ? path : "/";
  if (typeof window !== "undefined") window.location.assign(safe);
}

/** What a printed page leaves out; only a browser prints. */
export function PrintStyle() {
  return null;
}

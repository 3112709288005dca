/** Parts of a file, as RFC 9110 (14, Range Requests) asks for them. */

/** From and to, both included. */
export interface Part {
  from: number;
  to: number;
}

/**
 * The part that a Range header asks for. Null: the whole, which is what a server answers where it does not understand,
 * or is asked for several at once (14.2: it may ignore the header). "none": nothing of it is there (416).
 *
 * @example partOf("bytes=0-499", 10_000) // { from: 0, to: 499 }, the first 500 bytes
 * @example partOf("bytes=-500", 10_000) // { from: 9500, to: 9999 }, the last 500 bytes
 */
export function partOf(header: string | undefined, size: number): Part | "none" | null {
  const found = /^bytes=\s*(\d*)-(\d*)\s*$/i.exec(header ?? "");
  if (!found) return null;
  const [, first = "", last = ""] = found;
  if (first === "" && last === "") return null;
  if (first === "") {
    const length = Number(last);
    return length === 0 || size === 0 ? "none" : { from: Math.max(0, size - length), to: size - 1 };
  }
  const from = Number(first);
  const to = last === "" ? size - 1 : Math.min(Number(last), size - 1);
  if (last !== "" && Number(last) < from) return null;
  return from >= size ? "none" : { from, to };
}
